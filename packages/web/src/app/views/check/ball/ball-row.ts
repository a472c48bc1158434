import { computed, inject, Injectable, signal } from '@angular/core';
import { isCold } from '@lotrecht/judging';
import { type BallAndStance } from '@lotrecht/records';
import { formatLength, type LengthUnit, parseLength } from '@lotrecht/words';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckBall } from './check-ball.ts';

type BallField = Exclude<keyof BallAndStance, 'goal'>;

interface FieldOfBall {
  readonly field: BallField;
  readonly label: string;
  readonly help: string;
  readonly least: number;
  readonly most: number;
}

const FIELDS: readonly FieldOfBall[] = [
  {
    field: 'behindLeadHeelMm',
    label: 'Ball back',
    help: 'Lead heel to the ball along the line; ahead of the heel with a minus',
    least: -300,
    most: 900,
  },
  { field: 'stanceMm', label: 'Stance', help: 'Heel to heel', least: 50, most: 1500 },
  { field: 'toBallMm', label: 'To ball', help: 'Toe line to the ball', least: 150, most: 1500 },
];

const PREFIX = 'ball.';

/** Ball, stance and distance as the last row of the tape: what is typed counts at once, a slip stays in its field. */
@Injectable()
export class BallRow {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly ball = inject(CheckBall);
  /** What was typed by hand, until it is the number that is noted. */
  private readonly texts = signal<Readonly<Partial<Record<BallField, string>>>>({});
  private readonly left = signal<ReadonlySet<BallField>>(new Set());
  private readonly opened = signal(false);

  /** Read now, or the last time with these clubs, or asked for; work on one line is read by that line alone. */
  readonly shown = computed(
    () =>
      this.opened() ||
      this.held.record().ball !== undefined ||
      (this.ball.usual() !== null && isCold(this.ground.circumstances()) && !this.ground.stored()),
  );

  readonly fields = computed(() => {
    const [texts, unit, ball] = [this.texts(), this.ground.unit(), this.ball.ball()];
    return FIELDS.map(({ field, label, help, least, most }) => {
      const [mm, typed] = [ball[field], texts[field]];
      const text = typed ?? (mm === undefined ? '' : bare(mm, unit));
      const slip =
        this.left().has(field) && typed !== undefined ? slipOf(typed, unit, { least, most }) : null;
      return {
        key: `${PREFIX}${field}` as const,
        label,
        help,
        unit,
        text,
        usual: this.usualOf(field),
        isEmpty: text.trim() === '',
        slip,
      };
    });
  });
  readonly slip = computed(() => this.fields().find(({ slip }) => slip !== null)?.slip ?? null);

  /** Where the ball is, as soon as it can be said; the rest stands with the finding. */
  readonly told = computed(() => this.ball.sentences()[0] ?? null);

  isOf(key: string): boolean {
    return key.startsWith(PREFIX);
  }

  open(): void {
    this.opened.set(true);
  }

  type(key: string, text: string): void {
    const found = FIELDS.find(({ field }) => key === PREFIX + field);
    if (found === undefined) return;
    this.texts.update((texts) => ({ ...texts, [found.field]: text }));
    const read = parseLength(text, this.ground.unit());
    const fits = read.kind === 'value' && read.mm >= found.least && read.mm <= found.most;
    this.ball.note(found.field, fits ? read.mm : null);
  }

  /** The field is complete: a slip is said now. */
  settle(key: string): void {
    const found = FIELDS.find(({ field }) => key === PREFIX + field);
    if (found === undefined) return;
    this.left.update((left) => new Set([...left, found.field]));
    // What is noted says it from now on; a slip stays as it was typed.
    if (this.ball.ball()[found.field] !== undefined)
      this.texts.update(({ [found.field]: _noted, ...others }) => others);
  }

  private usualOf(field: BallField): string {
    const usual = this.ball.usual();
    const habit = field === 'stanceMm' ? usual?.stance : field === 'toBallMm' ? usual?.toBall : null;
    return habit === null || habit === undefined
      ? ''
      : bare(Math.round(habit.levelM * 1000), this.ground.unit());
  }
}

/** A length without its unit, as it stands in a field. */
function bare(mm: number, unit: LengthUnit): string {
  return formatLength(mm, unit).replace(/ \w+$/, '');
}

function slipOf(
  text: string,
  unit: LengthUnit,
  { least, most }: Pick<FieldOfBall, 'least' | 'most'>,
): string | null {
  const read = parseLength(text, unit);
  if (read.kind === 'slip') return read.message;
  if (read.kind !== 'value' || (read.mm >= least && read.mm <= most)) return null;
  return `Read ${text.trim()}. Type ${formatLength(least, unit)} to ${formatLength(most, unit)}.`;
}
