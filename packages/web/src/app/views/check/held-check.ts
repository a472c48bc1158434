import { signal } from '@angular/core';
import { type SeriesPlace } from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckRecord,
  type Circumstances,
  type LessonView,
  type PlaceMark,
  type Rebase,
  type StudentView,
  type BallView,
  type EarlierView,
  type LastTimeView,
  type PriorDocument,
} from '@lotrecht/records';
import { type MissSaid } from '@lotrecht/words';
import { Subject } from 'rxjs';
import { type Club } from '../../data/kinds/club.ts';
import { DEFAULT_JUDGED, type Judged } from '../../methods/judged.ts';
import { type DraftContent, FIRST_CIRCUMSTANCES } from './draft-content.ts';
import { NOT_BEGUN, type Run } from './holds/run.ts';
import { type Entry, type FieldKey, type LengthUnit } from './readings/entry.ts';
import { losesReadings, splitKey, withField } from './readings/entry-fields.ts';

/** What a check holds while it is open: what is typed, under which circumstances, and how that is changed by hand. */
export abstract class HeldCheck {
  private readonly typedEntries = signal<readonly Entry[]>([]);
  protected readonly settledEntries = signal<readonly Entry[]>([]);
  private readonly changes = new Subject<void>();

  /** Of the check, kept or not. */
  readonly id = signal('');
  readonly student = signal<StudentView | null>(null);
  readonly lesson = signal<LessonView | null>(null);
  /** What is seen from where the lesson is held. */
  readonly marks = signal<readonly PlaceMark[]>([]);
  /** The kind of the place where the lesson is held; null where none is noted. */
  readonly placeKind = signal<Circumstances['place'] | null>(null);
  /** A stored check has been seen: nothing about it is covered any more. */
  readonly stored = signal(false);
  readonly unit = signal<LengthUnit>('mm');
  readonly club = signal<NonNullable<CheckDocument['club']>>({ group: 'mid-iron' });
  readonly target = signal<NonNullable<CheckDocument['target']>>({});
  readonly targetLine = signal<CheckDocument['targetLine']>({});
  /** Where the ball is to start, degrees from the target, right positive. */
  readonly startLineDeg = signal<number | undefined>(undefined);
  readonly feet = signal<NonNullable<CheckDocument['feet']> | null>(null);
  /** The student’s own clubs. */
  readonly bag = signal<readonly Club[]>([]);
  /** Null for a stored check whose circumstances were not recorded: they are not made up afterwards. */
  readonly circumstances = signal<Circumstances | null>(FIRST_CIRCUMSTANCES);
  readonly judged = signal<Judged>(DEFAULT_JUDGED);
  /** What was found out about the target line afterwards; null while it stands as laid. */
  readonly rebase = signal<Rebase | null>(null);
  readonly record = signal<CheckRecord>({});
  readonly run = signal<Run>(NOT_BEGUN);
  /** Spread with which the student steps back in, degrees; undefined: the usual one. A stored check keeps its own. */
  readonly readdressSdDeg = signal<number | undefined>(undefined);
  /** Cold checks of the student before this lesson, of every club group. A stored check keeps its own. */
  readonly earlier = signal<readonly EarlierView[]>([]);
  /** What was set up for the student the last time with each group of clubs, newest first. */
  readonly lastTimes = signal<readonly LastTimeView[]>([]);
  /** Ball and stance of the student’s cold set-ups before this lesson, newest first. */
  readonly balls = signal<readonly BallView[]>([]);
  /** Where the student’s balls usually go, as they said. */
  readonly miss = signal<MissSaid | null>(null);
  /** What the academy’s own students say of who comes; null: the shipped prior. A stored check keeps its own. */
  readonly prior = signal<PriorDocument | null>(null);
  /** Of a stored check: what it was answered from stays with it. */
  readonly keptKnown = signal<Pick<CheckDocument, 'earlier' | 'prior' | 'observations'> | null>(null);

  /** The readings before a line with something typed was left out or read in another way; null with nothing to undo. */
  readonly leftOut = signal<readonly Entry[] | null>(null);

  readonly entries = this.typedEntries.asReadonly();
  /** Something was changed by hand. */
  readonly changed = this.changes.asObservable();

  /** What the hand typed, digit by digit. */
  type(key: FieldKey, text: string): void {
    this.typedEntries.update((entries) => withField(entries, key, text));
    this.touch();
  }

  /** The field is complete: left, or paused at. */
  settle(key: FieldKey): void {
    const [id, name = ''] = splitKey(key);
    const text = this.typedEntries().find((e) => e.id === id)?.fields[name] ?? '';
    const settled = this.settledEntries().find((e) => e.id === id);
    if (settled === undefined || (settled.fields[name] ?? '') === text) return;
    this.settledEntries.update((entries) => withField(entries, key, text));
  }

  /** Several fields at once, complete at once: what was tapped. */
  fill(entryId: string, fields: Entry['fields'], madeWith?: Entry['madeWith']): void {
    this.edit((entries) =>
      entries.map((e) =>
        e.id === entryId ? { ...e, fields: { ...e.fields, ...fields }, ...(madeWith && { madeWith }) } : e,
      ),
    );
  }

  settleAll(): void {
    this.settledEntries.set(this.typedEntries());
  }

  /** Changes something beside the readings. */
  set<
    K extends
      | 'club'
      | 'target'
      | 'targetLine'
      | 'startLineDeg'
      | 'feet'
      | 'circumstances'
      | 'rebase'
      | 'judged'
      | 'run',
  >(what: K, value: DraftContent[K]): void {
    (this[what] as unknown as { set: (value: DraftContent[K]) => void }).set(value);
    // Walking about in a check that was not begun leaves nothing behind.
    if (what !== 'run' || this.run().hold > 0) this.touch();
  }

  /** The holds are over: what was marked is read. */
  toTape(): void {
    this.set('run', { ...this.run(), phase: 'tape', startedAtMs: null });
  }

  note(change: { readonly [K in keyof CheckRecord]?: CheckRecord[K] | undefined }): void {
    this.record.update((record) =>
      Object.fromEntries(Object.entries({ ...record, ...change }).filter(([, value]) => value !== undefined)),
    );
    this.touch();
  }

  /** How many set-ups there are to be. Choosing it begins nothing: walking about leaves nothing behind. */
  chooseSeries(series: SeriesPlace | undefined): void {
    this.record.update(({ series: _before, ...record }) => ({ ...record, ...(series && { series }) }));
  }

  /** What is to be read, before anything is. */
  begin(entries: readonly Entry[]): void {
    this.typedEntries.set(entries);
    this.settledEntries.set(entries);
  }

  /** Everything that a draft keeps. */
  snapshot(): DraftContent {
    return {
      entries: this.entries(),
      unit: this.unit(),
      club: this.club(),
      target: this.target(),
      targetLine: this.targetLine(),
      ...startOf(this.startLineDeg()),
      feet: this.feet(),
      circumstances: this.circumstances(),
      rebase: this.rebase(),
      judged: this.judged(),
      record: this.record(),
      run: this.run(),
    };
  }

  /** Changes which readings there are; what was typed into the others stays as it is. */
  protected edit(change: (entries: readonly Entry[]) => readonly Entry[]): void {
    this.settleAll();
    const before = this.typedEntries();
    this.typedEntries.update(change);
    if (losesReadings(before, this.typedEntries())) this.leftOut.set(before);
    this.settleAll();
    this.touch();
  }

  /** Undoes the last change that left out something typed. */
  putBack(): void {
    const before = this.leftOut();
    if (before === null) return;
    this.leftOut.set(null);
    this.typedEntries.set(before);
    this.settleAll();
    this.touch();
  }

  private touch(): void {
    this.changes.next();
  }

  /** Everything of a check, as it was left or is stored. */
  show(content: DraftContent): void {
    this.leftOut.set(null);
    this.begin(content.entries);
    this.unit.set(content.unit);
    this.club.set(content.club);
    this.target.set(content.target);
    this.targetLine.set(content.targetLine);
    this.startLineDeg.set(content.startLineDeg);
    this.feet.set(content.feet);
    this.circumstances.set(content.circumstances);
    this.rebase.set(content.rebase);
    this.judged.set(content.judged);
    this.record.set(content.record);
    this.run.set(content.run);
  }
}

/** Said only where it is not the target itself. */
function startOf(startLineDeg: number | undefined): Pick<DraftContent, 'startLineDeg'> {
  return startLineDeg === undefined || startLineDeg === 0 ? {} : { startLineDeg };
}
