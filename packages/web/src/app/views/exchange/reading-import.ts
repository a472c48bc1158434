import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type ReadingImportReport } from '@lotrecht/records';
import { ReadingImportApi } from '../../api/reading-import-api.ts';
import { localDay } from '../../words/dates.ts';
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
import { ProblemTable } from './problem-table.ts';
import { UploadRun } from './upload-run.ts';
import { UploadState } from './upload-state.ts';

/** A foreign table of readings: chosen, its columns named, looked at, and then brought in, all or nothing. */
@Component({
  selector: 'lo-reading-import',
  imports: [MatButton, MatFormField, MatLabel, MatOption, MatSelect, ProblemTable, UploadState],
  templateUrl: './reading-import.html',
  styleUrls: ['../../ui/plain-fields.scss', '../../ui/plain-table.scss', './file-in.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingImport {
  private readonly api = inject(ReadingImportApi);

  protected readonly meanings = MEANINGS;
  protected readonly file = signal<File | null>(null);
  protected readonly head = signal<TableHead | null>(null);
  protected readonly chosen = signal<Chosen>(guessed([]));
  protected readonly how = signal<HowRead>({ unit: 'mm', dateOrder: 'ymd', hand: 'right' });
  protected readonly run = new UploadRun<ReadingImportReport>();
  protected readonly report = this.run.report;

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

  protected readonly told = computed(() =>
    (this.report()?.problems ?? []).map(({ row, column, message }) => ({
      where: String(row),
      what: column,
      message,
    })),
  );

  protected async choose(files: FileList | null): Promise<void> {
    const file = files?.[0] ?? null;
    this.run.giveUp();
    this.file.set(file);
    this.head.set(null);
    this.run.forget();
    if (file === null) return;
    const head = await readHead(file);
    this.head.set(head);
    this.chosen.set(guessed(head.heads));
  }

  protected mean(meaning: string, head: string): void {
    this.chosen.update((chosen) => ({ ...chosen, [meaning]: head }));
    this.run.forget();
  }

  protected read(change: Partial<HowRead>): void {
    this.how.update((how) => ({ ...how, ...change }));
    this.run.forget();
  }

  protected send(bringIn: boolean): void {
    const [file, mapping] = [this.file(), this.mapping()];
    if (file === null || mapping === null) return;
    this.run.start(this.api.send(file, mapping, bringIn));
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
