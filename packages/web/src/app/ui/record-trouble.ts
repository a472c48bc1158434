import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type KeptRecord, type Revised } from '../data/record-kind.ts';
import { type StoredRecord } from '../data/stored-record.ts';
import { ConflictPanel } from './conflict-panel.ts';
import { ProblemNote } from './problem-note.ts';

/** What stands in the way of keeping a record, said where it is kept, and the choice where two have changed it. */
@Component({
  selector: 'lo-record-trouble',
  imports: [ConflictPanel, ProblemNote],
  template: `
    @if (record().problem(); as p) {
      <lo-problem-note
        [problem]="p"
        [canRetry]="record().state() === 'waiting'"
        (retry)="record().tryNow()"
      />
    }
    @if (record().conflict(); as c) {
      <lo-conflict-panel [rows]="c.rows" (mine)="keepMine()" (theirs)="takeTheirs()" />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecordTrouble<Input extends Revised, View extends KeptRecord> {
  readonly record = input.required<StoredRecord<Input, View>>();
  /** What was typed here is kept on top of the other. */
  readonly kept = output<View>();
  /** What was typed here is given up for the other. */
  readonly taken = output<View>();

  protected keepMine(): void {
    this.record()
      .keepMine()
      .subscribe((saved) => this.kept.emit(saved));
  }

  protected takeTheirs(): void {
    const theirs = this.record().takeTheirs();
    if (theirs !== null) this.taken.emit(theirs);
  }
}
