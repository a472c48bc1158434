import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { type MergeReport } from '@lotrecht/records';
import { MergeApi, type MergeChoice } from '../../api/merge-api.ts';
import { fieldWord, mergeNotes, mergeSentence } from './merge-words.ts';
import { ProblemTable } from './problem-table.ts';
import { tableWord } from './table-words.ts';
import { UploadRun } from './upload-run.ts';
import { UploadState } from './upload-state.ts';

/** A file of an academy or a student: looked at, what differs chosen, then brought in, all or nothing. */
@Component({
  selector: 'lo-file-import',
  imports: [MatButton, MatRadioButton, MatRadioGroup, ProblemTable, UploadState],
  templateUrl: './file-import.html',
  styleUrls: ['../../ui/plain-fields.scss', '../../ui/plain-table.scss', './file-in.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileImport {
  private readonly api = inject(MergeApi);

  protected readonly tableWord = tableWord;
  protected readonly fieldWord = fieldWord;
  protected readonly file = signal<File | null>(null);
  protected readonly run = new UploadRun<MergeReport>();
  protected readonly report = this.run.report;
  private readonly asked = signal<MergeChoice>('look');
  protected readonly differing = signal<'keep' | 'take' | null>(null);
  /** It was to come in, and what differs was not what had been shown. */
  protected readonly moved = computed(() => {
    const report = this.report();
    return this.asked() !== 'look' && report !== null && !report.broughtIn && report.problemCount === 0;
  });
  protected readonly told = computed(() =>
    (this.report()?.problems ?? []).map(({ lineNumber, path, message }) => ({
      where: lineNumber === 0 ? 'whole file' : String(lineNumber),
      what: path,
      message,
    })),
  );

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

  protected choose(files: FileList | null): void {
    this.run.giveUp();
    this.run.forget();
    this.differing.set(null);
    this.file.set(files?.[0] ?? null);
  }

  protected look(): void {
    this.send('look');
  }

  protected bringIn(): void {
    const seen = this.report()?.seen;
    if (seen !== undefined) this.send({ seen, differing: this.differing() ?? 'keep' });
  }

  private send(choice: MergeChoice): void {
    const file = this.file();
    if (file === null) return;
    this.asked.set(choice);
    this.run.start(this.api.send(file, choice));
  }
}
