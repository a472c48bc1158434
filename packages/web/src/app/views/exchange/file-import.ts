import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { type MergeReport } from '@lotrecht/contract';
import { type Subscription } from 'rxjs';
import { MergeApi, type MergeChoice } from '../../api/merge-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { fieldWord, mergeNotes, mergeSentence } from './merge-words.ts';
import { tableWord } from './table-words.ts';

/** A file of an academy or a student: looked at, what differs chosen, then brought in, all or nothing. */
@Component({
  selector: 'lo-file-import',
  imports: [MatButton, ProblemNote, RouterLink],
  templateUrl: './file-import.html',
  styleUrls: ['../../ui/plain-fields.scss', '../../ui/plain-table.scss', './file-in.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileImport {
  private readonly api = inject(MergeApi);
  private underWay: Subscription | null = null;

  protected readonly tableWord = tableWord;
  protected readonly fieldWord = fieldWord;
  protected readonly file = signal<File | null>(null);
  protected readonly rowsRead = signal<number | null>(null);
  protected readonly report = signal<MergeReport | null>(null);
  protected readonly differing = signal<'keep' | 'take' | null>(null);
  protected readonly refused = signal('');
  protected readonly problem = signal<ApiProblem | null>(null);
  /** It was to come in, and what differs was not what had been shown. */
  protected readonly moved = signal(false);

  protected readonly said = computed(() => {
    const report = this.report();
    return report === null ? '' : mergeSentence(report);
  });
  protected readonly notes = computed(() => {
    const report = this.report();
    return report === null || report.problemCount > 0 ? [] : mergeNotes(report);
  });
  /** Looked at, without a problem, something to bring, and what differs chosen. */
  protected readonly ready = computed(() => {
    const report = this.report();
    if (report === null || report.problemCount > 0 || report.broughtIn) return false;
    if (report.conflictCount > 0 && this.differing() === null) return false;
    const brings = report.tables.some((t) => t.fresh > 0);
    return brings || (report.conflictCount > 0 && this.differing() === 'take');
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.underWay?.unsubscribe());
  }

  protected choose(files: FileList | null): void {
    this.giveUp();
    this.forget();
    this.differing.set(null);
    this.file.set(files?.[0] ?? null);
  }

  protected look(): void {
    this.moved.set(false);
    this.send('look');
  }

  protected bringIn(): void {
    const seen = this.report()?.seen;
    if (seen !== undefined) this.send({ seen, differing: this.differing() ?? 'keep' });
  }

  protected giveUp(): void {
    this.underWay?.unsubscribe();
    this.underWay = null;
    this.rowsRead.set(null);
  }

  private send(choice: MergeChoice): void {
    const file = this.file();
    if (file === null) return;
    this.forget();
    this.rowsRead.set(0);
    this.underWay = this.api.send(file, choice).subscribe({
      next: (line) => {
        if ('rows' in line) this.rowsRead.set(line.rows);
        else if ('report' in line) {
          this.moved.set(choice !== 'look' && !line.report.broughtIn && line.report.problemCount === 0);
          this.report.set(line.report);
        } else this.refused.set(line.refused);
      },
      error: (error: unknown) => {
        this.rowsRead.set(null);
        this.problem.set(toProblem(error));
      },
      complete: () => this.rowsRead.set(null),
    });
  }

  private forget(): void {
    this.report.set(null);
    this.refused.set('');
    this.problem.set(null);
  }
}
