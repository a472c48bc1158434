import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  Injector,
  output,
  signal,
  viewChildren,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { debounceTime, Subject } from 'rxjs';
import { wayTitle } from '@lotrecht/words';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckReadings } from '../check-readings.ts';
import { CheckAnswers } from '../check-answers.ts';
import { CheckStore } from '../check.store.ts';
import { BlindSeries } from '../series/blind-series.ts';
import { BallRow } from '../ball/ball-row.ts';
import { WayChoice } from './way-choice.ts';
import { type Entry, entryTitle, type FieldKey, fieldsOf, parseEntry } from './entry.ts';
import { afterKey, NumberPad, type PadKey } from './number-pad.ts';
import { type ReadingUnit } from './parse-reading.ts';
import { isTapped, TappedReading } from './tapped-reading.ts';
import { ClockedTimesStore } from '../../../lesson/clocked-times.store.ts';
import { keepUsual, readUsual, type UsualWay } from '../../../lesson/usual-readings.ts';

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
  providers: [BallRow],
  imports: [MatButton, NumberPad, TappedReading, WayChoice],
  templateUrl: './reading-table.html',
  styleUrl: './reading-table.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingTable {
  protected readonly ground = inject(CheckGround);
  protected readonly held = inject(HeldSetUp);
  protected readonly readings = inject(CheckReadings);
  protected readonly answers = inject(CheckAnswers);
  private readonly store = inject(CheckStore);
  private readonly injector = inject(Injector);
  private readonly series = inject(BlindSeries);
  protected readonly ball = inject(BallRow);

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
    () => this.facing() === (this.ground.student()?.handedness !== 'left'),
  );

  protected readonly rowsOf = computed(() =>
    this.readings.entries().map((entry) => ({
      entry,
      title: entryTitle(entry),
      way: wayTitle(entry.by, entry.rod),
      tapped: isTapped(entry),
      fields: fieldsOf(entry, this.ground.unit()),
    })),
  );

  protected readonly nextFace = computed(() => {
    if (!this.answers.complete() || this.ballComes()) return 'Next';
    if (this.store.state() === 'kept') return 'Kept';
    return this.held.covered() && this.series.isLast() ? 'Reveal' : 'Keep';
  });

  /** Ball and stance are read as well, behind the lines; a field of theirs may be passed over. */
  private readonly ballComes = computed(() => {
    if (!this.ball.shown() || this.store.state() === 'kept') return false;
    const at = this.ball.fields().findIndex(({ key }) => key === this.active());
    return this.ball.fields().some(({ isEmpty }, i) => isEmpty && i > at);
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
    const ofBall = this.ball.fields().find(({ key }) => key === this.active());
    return ofBall === undefined ? null : { ...ofBall, title: 'Ball' };
  });
  /** Where the ball is, while no other field wants a word. */
  protected readonly ballTold = computed(() =>
    this.active() === null || this.ball.isOf(this.active() ?? '') ? this.ball.told() : null,
  );
  protected readonly padUnit = computed(() => this.activeField()?.unit ?? 'mm');

  private readonly inputs = viewChildren<ElementRef<HTMLInputElement>>('field');
  private readonly paused = new Subject<FieldKey>();

  private readonly clocked = inject(ClockedTimesStore);
  /** Lines whose tape was clocked, or whose readings stood here before: a correction is no reading. */
  private readonly read = new Set(this.readLines());
  private sinceMs: number | null = null;

  constructor() {
    this.paused
      .pipe(debounceTime(PAUSE_MS), takeUntilDestroyed())
      .subscribe((key) => this.readings.settle(key));
  }

  /** Goes to a field; its content is selected, so that typing replaces it. */
  focus(key: FieldKey): void {
    const input = this.inputs().find(({ nativeElement }) => nativeElement.name === key)?.nativeElement;
    input?.focus({ preventScroll: true });
    input?.select();
    input?.closest('.row')?.scrollIntoView({ block: 'nearest' });
  }

  /** Ball and stance as well; the first of their fields once they are there. */
  protected openBall(): void {
    this.ball.open();
    const [first] = this.ball.fields();
    if (first !== undefined) afterNextRender(() => this.focus(first.key), { injector: this.injector });
  }

  /** The first field that is still to be read. Where all are, none: the next digit would go over one that was. */
  focusFirst(): void {
    const first = this.tapeFields().find((f) => f.isEmpty);
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
    this.readings.plan.chooseWay(entry.line, way);
    this.opened.set(null);
  }

  protected entered(key: FieldKey): void {
    this.active.set(key);
    this.fresh.set(true);
    this.sinceMs ??= Date.now();
  }

  protected typed(key: FieldKey, text: string): void {
    this.fresh.set(false);
    if (this.ball.isOf(key)) {
      this.ball.type(key, text);
      return;
    }
    this.readings.type(key, text);
    this.paused.next(key);
  }

  protected left(key: FieldKey): void {
    if (this.ball.isOf(key)) this.ball.settle(key);
    else this.readings.settle(key);
  }

  protected next(key: FieldKey | null): void {
    if (key !== null) this.left(key);
    this.clockLines();
    const fields = this.tapeFields();
    const at = fields.findIndex((f) => f.key === key);
    // A base that is known is passed over; after the last field the first that is still empty comes.
    const following =
      fields.slice(at + 1).find((f) => !f.kept || !f.isRead) ??
      (this.answers.complete() ? undefined : fields.find((f) => !f.isRead && !this.ball.isOf(f.key)));
    if (following !== undefined) this.focus(following.key);
    else this.finish();
  }

  private readLines(): readonly string[] {
    const unit = this.ground.unit();
    return this.readings
      .entries()
      .filter((e) => parseEntry(e, unit).every(({ parsed }) => parsed.kind === 'value'))
      .map(({ id }) => id);
  }

  /** What the tape took to a line that is read now, since the line before. */
  private clockLines(): void {
    const fresh = this.readLines().filter((id) => !this.read.has(id));
    if (fresh.length === 0) return;
    const now = Date.now();
    if (this.sinceMs !== null && fresh.length === 1) {
      this.clocked.note('tapeS', (now - this.sinceMs) / 1000, this.held.run().alone ?? false);
    }
    for (const id of fresh) this.read.add(id);
    this.sinceMs = now;
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
      if (field !== null) this.left(field);
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
    for (const [key, message] of this.answers.fieldErrors()) if (key.startsWith(`${id}.`)) return message;
    return null;
  }

  private textOf(key: FieldKey): string {
    return this.tapeFields().find((f) => f.key === key)?.text ?? '';
  }

  /** Fields that the pad fills, in the order the tape is read. */
  private tapeFields() {
    const ofLines = this.readings
      .entries()
      .filter((e) => !isTapped(e))
      .flatMap((e) =>
        parseEntry(e, this.ground.unit()).map(({ key, kept, name, parsed }) => ({
          key,
          kept,
          text: e.fields[name] ?? '',
          isEmpty: parsed.kind === 'empty',
          isRead: parsed.kind === 'value',
        })),
      );
    const ofBall = this.ball.fields().map(({ key, text, isEmpty, slip }) => ({
      key,
      kept: false,
      text,
      isEmpty,
      isRead: !isEmpty && slip === null,
    }));
    return this.ball.shown() ? [...ofLines, ...ofBall] : ofLines;
  }
}
