import { DestroyRef, inject, signal } from '@angular/core';
import { type Observable, type Subscription } from 'rxjs';
import { type ApiProblem, toProblem } from '../../api/problem.ts';

/** A line of the answer while a file is read: how far, then the report or what went wrong. */
export type UploadLine<Report> =
  { readonly rows: number } | { readonly report: Report } | { readonly refused: string };

/** A file on its way in: how far it is, and what came of it. It is given up with its page. */
export class UploadRun<Report> {
  readonly rowsRead = signal<number | null>(null);
  readonly report = signal<Report | null>(null);
  readonly refused = signal('');
  readonly problem = signal<ApiProblem | null>(null);
  private underWay: Subscription | null = null;

  /** In a component's field. */
  constructor() {
    inject(DestroyRef).onDestroy(() => this.underWay?.unsubscribe());
  }

  start(lines: Observable<UploadLine<Report>>): void {
    this.forget();
    this.rowsRead.set(0);
    this.underWay = lines.subscribe({
      next: (line) => {
        if ('rows' in line) this.rowsRead.set(line.rows);
        else if ('report' in line) this.report.set(line.report);
        else this.refused.set(line.refused);
      },
      error: (error: unknown) => {
        this.rowsRead.set(null);
        this.problem.set(toProblem(error));
      },
      complete: () => this.rowsRead.set(null),
    });
  }

  giveUp(): void {
    this.underWay?.unsubscribe();
    this.underWay = null;
    this.rowsRead.set(null);
  }

  /** What was said of another choice holds no more. */
  forget(): void {
    this.report.set(null);
    this.refused.set('');
    this.problem.set(null);
  }
}
