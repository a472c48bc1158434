import { computed, inject, Injectable, signal } from '@angular/core';
import { composeObservation } from '@lotrecht/judging';
import { workedOn } from '../../words/lesson-steps.ts';
import { type LineKey } from '../../words/words.ts';
import { CheckGround } from './check-ground.ts';
import { HeldSetUp } from './held-set-up.ts';
import { PlanEdits } from './holds/plan-edits.ts';
import { ByHand } from './by-hand.ts';
import { angleDoubtsOf, doubtsOf } from './readings/doubts.ts';
import { type Entry, type FieldKey, parseEntry, toTyped } from './readings/entry.ts';
import { losesReadings, splitKey, withField } from './readings/entry-fields.ts';
import { lastTimeOf } from './readings/last-time.ts';

/** What is read of a check: its entries as they are typed, and as they are complete. */
@Injectable()
export class CheckReadings {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly byHand = inject(ByHand);

  private readonly typedEntries = signal<readonly Entry[]>([]);
  private readonly settledEntries = signal<readonly Entry[]>([]);
  private readonly before = signal<readonly Entry[] | null>(null);

  /** As they are typed, digit by digit. */
  readonly entries = this.typedEntries.asReadonly();
  /** As they were when a field was left, or paused at: what is solved. */
  readonly settled = this.settledEntries.asReadonly();
  /** The readings before a line with something typed was left out or read in another way; null with nothing to undo. */
  readonly leftOut = this.before.asReadonly();

  /** Those that can be readings, apart from what was read again after the look. */
  readonly composed = computed(() => ({
    lines: this.settled().filter((e) => !e.look && this.isReading(e)),
    look: this.settled().filter((e) => e.look && this.isReading(e)),
  }));

  /** What can hardly be and was not insisted on yet. */
  readonly doubts = computed(() => {
    const kept = this.held.record().keptDoubtful ?? [];
    const [entries, unit] = [this.settled(), this.ground.unit()];
    const before = this.ground.earlier().map(({ check }) => check);
    return [...doubtsOf(entries, unit), ...angleDoubtsOf(entries, unit, before)].filter(
      ({ line }) => !kept.includes(line),
    );
  });

  /** How many fields were filled, of how many: all that a covered check says. */
  readonly filled = computed(() => {
    const fields = this.entries().flatMap((e) => parseEntry(e, this.ground.unit()).filter((f) => !f.kept));
    return { of: fields.length, done: fields.filter((f) => f.parsed.kind === 'value').length };
  });

  /** The line that a coached set-up is for: what is worked on, or what it reads first; null in any other. */
  readonly working = computed((): LineKey | null => {
    const lines = this.entries().map(({ line }) => line);
    if (this.ground.circumstances()?.phase !== 'coached') return null;
    const worked = workedOn(this.ground.lesson());
    return worked !== null && lines.includes(worked) ? worked : (lines[0] ?? null);
  });

  /** What is to be read, and how. */
  readonly plan = new PlanEdits(
    {
      entries: this.entries,
      unit: this.ground.unit,
      target: this.ground.target,
      rules: this.ground.rules,
      footLine: this.ground.footLine,
      pointsAtM: this.ground.pointsAtM,
      stored: this.ground.stored,
      run: this.held.run,
      tools: this.held.tools,
      lastTime: computed(() =>
        lastTimeOf(this.ground.lesson(), this.ground.earlier(), this.ground.club().group),
      ),
    },
    (edit) => this.edit(edit),
  );

  /** What the hand typed, digit by digit. */
  type(key: FieldKey, text: string): void {
    this.typedEntries.update((entries) => withField(entries, key, text));
    this.byHand.touch();
  }

  /** The field is complete: left, or paused at. */
  settle(key: FieldKey): void {
    const [id, name = ''] = splitKey(key);
    const text = this.typedEntries().find((e) => e.id === id)?.fields[name] ?? '';
    const settled = this.settledEntries().find((e) => e.id === id);
    if (settled === undefined || (settled.fields[name] ?? '') === text) return;
    this.settledEntries.update((entries) => withField(entries, key, text));
  }

  settleAll(): void {
    this.settledEntries.set(this.typedEntries());
  }

  /** Several fields at once, complete at once: what was tapped. */
  fill(entryId: string, fields: Entry['fields'], madeWith?: Entry['madeWith']): void {
    this.edit((entries) =>
      entries.map((e) =>
        e.id === entryId ? { ...e, fields: { ...e.fields, ...fields }, ...(madeWith && { madeWith }) } : e,
      ),
    );
  }

  /** Undoes the last change that left out something typed. */
  putBack(): void {
    const before = this.before();
    if (before === null) return;
    this.begin(before);
    this.byHand.touch();
  }

  /** What is to be read, before anything is; or everything as it was left or is stored. */
  begin(entries: readonly Entry[]): void {
    this.before.set(null);
    this.typedEntries.set(entries);
    this.settledEntries.set(entries);
  }

  /** Changes which readings there are; what was typed into the others stays as it is. */
  private edit(change: (entries: readonly Entry[]) => readonly Entry[]): void {
    const before = this.typedEntries();
    this.typedEntries.update(change);
    if (losesReadings(before, this.typedEntries())) this.before.set(before);
    this.settleAll();
    this.byHand.touch();
  }

  private isReading(entry: Entry): boolean {
    return composeObservation(toTyped(entry, this.ground.unit()), this.held.tools()) !== undefined;
  }
}
