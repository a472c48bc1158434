import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  output,
  signal,
  viewChildren,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { debounceTime, Subject } from 'rxjs';
import { CheckContent } from '../check-content.ts';
import { CheckStore } from '../check.store.ts';
import { BlindSeries } from '../series/blind-series.ts';
import { WayChoice } from './way-choice.ts';
import { ByEye } from './by-eye.ts';
import { type Entry, entryTitle, type FieldKey, fieldsOf, parseEntry, wayTitle } from './entry.ts';
import { afterKey, NumberPad, type PadKey } from './number-pad.ts';
import { type ReadingUnit } from './parse-reading.ts';
import { PointsAt } from './points-at.ts';
import { keepUsual, readUsual, type UsualWay } from './usual-readings.ts';

/** A pause this long means that the number is complete. */
const PAUSE_MS = 900;

const UNIT_WORDS: Readonly<Record<ReadingUnit, string>> = {
  mm: 'millimetres',
  cm: 'centimetres',
  in: 'inches',
  m: 'metres',
  '°': 'degrees',
};

/** The readings in the order the tape is read, one row each, with the pad that fills them. */
@Component({
  selector: 'lo-reading-table',
  imports: [ByEye, NumberPad, PointsAt, WayChoice],
  templateUrl: './reading-table.html',
  styleUrl: './reading-table.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingTable {
  protected readonly content = inject(CheckContent);
  private readonly store = inject(CheckStore);
  private readonly series = inject(BlindSeries);

  protected readonly active = signal<FieldKey | null>(null);
  /** The row whose way of reading is being changed. */
  protected readonly opened = signal<string | null>(null);
  protected readonly facing = signal(readUsual().facing);
  /** A number typed by the pad over a kept one replaces it, as a key over a selected field does. */
  private readonly fresh = signal(true);
  /** The large key was pressed with everything read. */
  readonly keep = output();

  /** Behind a right-hander the lead foot is to the left, as the fields stand; facing the student it is to the right. */
  protected readonly swapped = computed(
    () => this.facing() === (this.content.student()?.handedness !== 'left'),
  );

  protected readonly rowsOf = computed(() =>
    this.content.entries().map((entry) => ({
      entry,
      title: entryTitle(entry),
      way: wayTitle(entry.by, entry.rod),
      fields: fieldsOf(entry, this.content.unit()),
    })),
  );

  protected readonly nextFace = computed(() => {
    if (!this.content.complete()) return 'Next';
    if (this.store.state() === 'kept') return 'Kept';
    return this.content.covered() && this.series.isLast() ? 'Reveal' : 'Keep';
  });

  protected readonly activeEntry = computed(() => {
    const key = this.active();
    return key === null ? null : key.slice(0, key.lastIndexOf('.'));
  });
  protected readonly activeField = computed(() => {
    for (const row of this.rowsOf()) {
      const field = row.fields.find((f) => f.key === this.active());
      if (field !== undefined) return { ...field, title: row.title };
    }
    return null;
  });
  protected readonly padUnit = computed(() => this.activeField()?.unit ?? 'mm');

  private readonly inputs = viewChildren<ElementRef<HTMLInputElement>>('field');
  private readonly paused = new Subject<FieldKey>();

  constructor() {
    this.paused
      .pipe(debounceTime(PAUSE_MS), takeUntilDestroyed())
      .subscribe((key) => this.content.settle(key));
  }

  /** Goes to a field; its content is selected, so that typing replaces it. */
  focus(key: FieldKey): void {
    const input = this.inputs().find(({ nativeElement }) => nativeElement.name === key)?.nativeElement;
    input?.focus({ preventScroll: true });
    input?.select();
    input?.closest('.row')?.scrollIntoView({ block: 'nearest' });
  }

  /** The first field that is still to be read; without one, the first of all. */
  focusFirst(): void {
    const fields = this.tapeFields();
    const first = fields.find((f) => f.parsed.kind === 'empty') ?? fields[0];
    if (first !== undefined) this.focus(first.key);
  }

  /** Lead and trail change sides on the screen, so that left on the ground is left under the thumb. */
  swapSides(): void {
    this.facing.update((facing) => !facing);
    keepUsual({ facing: this.facing() });
  }

  protected unitWords(unit: ReadingUnit): string {
    return UNIT_WORDS[unit];
  }

  protected toggle(id: string): void {
    this.opened.update((opened) => (opened === id ? null : id));
  }

  protected chooseWay(entry: Entry, way: UsualWay): void {
    this.content.plan.chooseWay(entry.line, way);
    this.opened.set(null);
  }

  protected entered(key: FieldKey): void {
    this.active.set(key);
    this.fresh.set(true);
  }

  protected typed(key: FieldKey, text: string): void {
    this.fresh.set(false);
    this.content.type(key, text);
    this.paused.next(key);
  }

  protected left(key: FieldKey): void {
    this.content.settle(key);
  }

  protected next(key: FieldKey | null): void {
    if (key !== null) this.content.settle(key);
    const fields = this.tapeFields();
    const at = fields.findIndex((f) => f.key === key);
    // A base that is known is passed over; after the last field the first that is still empty comes.
    const following =
      fields.slice(at + 1).find((f) => !f.kept || f.parsed.kind !== 'value') ??
      (this.content.complete() ? undefined : fields.find((f) => f.parsed.kind !== 'value'));
    if (following !== undefined) this.focus(following.key);
    else this.finish();
  }

  /** Behind the last field there is none: what is typed from here on goes nowhere. */
  private finish(): void {
    const key = this.active();
    this.inputs()
      .find(({ nativeElement }) => nativeElement.name === key)
      ?.nativeElement.blur();
    this.active.set(null);
    if (this.nextFace() === 'Keep' || this.nextFace() === 'Reveal') this.keep.emit();
  }

  protected press(key: PadKey): void {
    const field = this.active();
    if (key === 'next') {
      if (field !== null) this.content.settle(field);
      if (this.nextFace() === 'Next') this.next(field);
      else this.finish();
      return;
    }
    if (field === null) return;
    const replaces = this.fresh() && key !== 'back' && key !== 'sign';
    const before = replaces ? '' : this.textOf(field);
    this.typed(field, afterKey(before, key));
  }

  protected errorOf(id: string): string | null {
    for (const [key, message] of this.content.fieldErrors()) if (key.startsWith(`${id}.`)) return message;
    return null;
  }

  private textOf(key: FieldKey): string {
    return this.tapeFields().find((f) => f.key === key)?.text ?? '';
  }

  /** Fields that the pad fills, in the order the tape is read. */
  private tapeFields() {
    return this.content
      .entries()
      .filter((e) => e.by !== 'pointsAt' && e.by !== 'eye')
      .flatMap((e) =>
        parseEntry(e, this.content.unit()).map((f) => ({ ...f, text: e.fields[f.name] ?? '' })),
      );
  }
}
