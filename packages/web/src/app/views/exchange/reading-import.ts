import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { type ReadingImportReport } from '@lotrecht/contract';
import { type Subscription } from 'rxjs';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { ReadingImportApi } from '../../api/reading-import-api.ts';
import { localDay } from '../../ui/dates.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import {
  type Chosen,
  guessed,
  type HowRead,
  mappingOf,
  MEANINGS,
  NEEDED,
  previewed,
  readHead,
  type TableHead,
} from './table-head.ts';

/** A foreign table of readings: chosen, its columns named, looked at, and then brought in, all or nothing. */
@Component({
  selector: 'lo-reading-import',
  imports: [MatButton, ProblemNote, RouterLink],
  templateUrl: './reading-import.html',
  styleUrls: ['../../ui/plain-fields.scss', '../../ui/plain-table.scss', './file-in.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingImport {
  private readonly api = inject(ReadingImportApi);
  private underWay: Subscription | null = null;

  protected readonly meanings = MEANINGS;
  protected readonly file = signal<File | null>(null);
  protected readonly head = signal<TableHead | null>(null);
  protected readonly chosen = signal<Chosen>(guessed([]));
  protected readonly how = signal<HowRead>({ unit: 'mm', dateOrder: 'ymd', hand: 'right' });
  protected readonly rowsRead = signal<number | null>(null);
  protected readonly report = signal<ReadingImportReport | null>(null);
  protected readonly refused = signal('');
  protected readonly problem = signal<ApiProblem | null>(null);

  private readonly mapping = computed(() => mappingOf(this.chosen(), this.how()));
  protected readonly missing = computed(() =>
    MEANINGS.filter(([meaning]) => NEEDED.includes(meaning) && this.chosen()[meaning] === '').map(
      ([, title]) => title,
    ),
  );
  protected readonly preview = computed(() => {
    const [head, mapping] = [this.head(), this.mapping()];
    return head === null || mapping === null ? [] : previewed(head, mapping, localDay(new Date()));
  });
  /** Looked at, without a problem, and not brought in yet. */
  protected readonly ready = computed(() => {
    const report = this.report();
    return report !== null && report.problemCount === 0 && !report.broughtIn && report.checks > 0;
  });
  protected readonly said = computed(() => {
    const report = this.report();
    return report === null ? '' : sentenceOf(report);
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.underWay?.unsubscribe());
  }

  protected async choose(files: FileList | null): Promise<void> {
    const file = files?.[0] ?? null;
    this.giveUp();
    this.file.set(file);
    this.head.set(null);
    this.forget();
    if (file === null) return;
    const head = await readHead(file);
    this.head.set(head);
    this.chosen.set(guessed(head.heads));
  }

  protected mean(meaning: string, head: string): void {
    this.chosen.update((chosen) => ({ ...chosen, [meaning]: head }));
    this.forget();
  }

  protected read(change: Partial<HowRead>): void {
    this.how.update((how) => ({ ...how, ...change }));
    this.forget();
  }

  protected send(bringIn: boolean): void {
    const [file, mapping] = [this.file(), this.mapping()];
    if (file === null || mapping === null) return;
    this.forget();
    this.rowsRead.set(0);
    this.underWay = this.api.send(file, mapping, bringIn).subscribe({
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

  protected giveUp(): void {
    this.underWay?.unsubscribe();
    this.underWay = null;
    this.rowsRead.set(null);
  }

  /** What was said of another choice holds no more. */
  private forget(): void {
    this.report.set(null);
    this.refused.set('');
    this.problem.set(null);
  }
}

function sentenceOf({
  rows,
  students,
  lessons,
  checks,
  same,
  problemCount,
  broughtIn,
}: ReadingImportReport): string {
  if (problemCount > 0)
    return `${rows} rows, ${problemCount} of what they say cannot come in. Nothing came in.`;
  const brings = `${counted(checks, 'check')} in ${counted(lessons, 'new lesson')}, ${counted(students, 'new student')}`;
  const here = same === 0 ? '' : `; ${counted(same, 'check')} here already, not brought twice`;
  return broughtIn ? `${rows} rows came in: ${brings}${here}.` : `${rows} rows would bring ${brings}${here}.`;
}

function counted(n: number, what: string): string {
  return `${n} ${what}${n === 1 ? '' : 's'}`;
}
