import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { AcademyApi, type Deletable } from '../api/academy-api.ts';
import { toProblem } from '../api/problem.ts';

const UNDO_MS = 12_000;

/** Deleting asks no question; it offers to be undone. */
@Injectable({ providedIn: 'root' })
export class Undo {
  private readonly snackBar = inject(MatSnackBar);
  private readonly api = inject(AcademyApi);

  /** Says what was deleted and brings it back on demand. */
  offer(what: string, kind: Deletable, id: string, afterRestore: () => void): void {
    const bar = this.snackBar.open(`${what} deleted.`, 'Undo', { duration: UNDO_MS });
    bar.onAction().subscribe(() => {
      this.api.restore(kind, id).subscribe({
        next: afterRestore,
        error: (error: unknown) => this.tell(toProblem(error).title),
      });
    });
  }

  /** One sentence at the foot of the screen. */
  tell(sentence: string): void {
    this.snackBar.open(sentence, 'Close', { duration: UNDO_MS });
  }
}
