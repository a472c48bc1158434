import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { type Advised, type Cause, feelOfTurn } from '@lotrecht/judging';
import { type LineResult, type ResultDocument } from '@lotrecht/records';
import {
  type Aim,
  type AimGround,
  aimSentence,
  besideText,
  firstSentence,
  formatDistance,
  formatLength,
  toldOf,
  usualSentence,
} from '@lotrecht/words';
import { type Chain, COVERAGE_FACTOR, type LineBudget, radiansFromDegrees, signWords } from '@lotrecht/core';
import { Bob } from '../../../ui/bob.ts';
import { Why } from '../../../ui/why.ts';
import { type HandbookId } from '../../../words/handbook-ids.ts';
import { aimOf } from '../../../words/aims.ts';
import {
  angleText,
  answerOfLine,
  firstOf,
  leanOf,
  LINE_TITLES,
  type LineKey,
  moveText,
  percentText,
  roundedMoveMm,
  uncertaintyText,
} from '../../../words/words.ts';
import { budgetText } from './budget-words.ts';
import { causeFigure, causeText, chainText } from './cause-words.ts';

/** What stands beside the result in a finding. */
export interface FindingGround {
  readonly handedness: 'right' | 'left';
  readonly targetDistanceM?: number;
  /** What directions are told by. */
  readonly aim: AimGround;
  /** Figures are shown without a tap. */
  readonly figuresFirst: boolean;
  /** What is practised for a line, by name. */
  readonly drills: (key: LineKey) => readonly string[];
  /** How a line that was read is corrected; null for one that was not. Asked for what is shown alone. */
  readonly advised: (key: LineKey) => Advised | null;
  readonly units: { readonly length: 'mm' | 'cm' | 'in'; readonly distance: 'm' | 'yd' };
  /** Felt aim before the reveal, degrees from the target, right positive. */
  readonly feltDeg?: number;
  /** What the ± of a line that was read is made of. Asked for what is shown alone. */
  readonly budget: (key: LineKey) => LineBudget | undefined;
  /** What the answer is made from, in a sentence. */
  readonly madeFrom: string | null;
  /** The line that the instructor chose to work on. */
  readonly priority?: LineKey;
  /** The order of the routine was chosen before any line: what is said of it. */
  readonly orderFirst?: readonly string[];
  /** The line of a coached set-up: it is the one that is spoken of, whatever comes first. */
  readonly working?: LineKey;
  readonly cause: Cause | null;
  readonly chains: readonly Chain[];
  readonly longClub: boolean;
  /** Whole sentences that belong to this set-up: ball, items, drift, change since the baseline. */
  readonly sentences: readonly string[];
  /** What the handbook says of those sentences. */
  readonly about: readonly HandbookId[];
}

/** What the readings say, for the instructor and for the student who looks over the shoulder. */
@Component({
  selector: 'lo-finding-panel',
  imports: [Bob, Why],
  templateUrl: './finding-panel.html',
  styleUrl: './finding-panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingPanel {
  readonly result = input.required<ResultDocument | null>();
  readonly ground = input.required<FindingGround>();
  /** Large and few words, without figures. */
  readonly forStudent = input(false);
  /** Another line to work on, or null for what the readings say. */
  readonly choose = output<LineKey | null>();

  /** The line whose details are shown. */
  protected readonly opened = signal<LineKey | null>(null);
  /** Angles, chances and what they are made of, of every line. */
  protected readonly figures = linkedSignal(() => this.ground().figuresFirst);

  protected readonly lines = computed(() => {
    const result = this.result();
    return result === null
      ? []
      : (Object.entries(result.lines) as [LineKey, LineResult][]).map(([key, line]) =>
          this.describe(result, key, line),
        );
  });

  /** What comes first, from all that is known. */
  private readonly readFirst = computed(() => {
    const result = this.result();
    return result === null ? null : firstOf(result);
  });

  /** Nothing comes first. */
  protected readonly nothingFirst = computed(() => {
    const first = this.readFirst();
    if (first === null || first.line !== null || this.picture() !== null) return null;
    if (first.probability === null || first.certain)
      return {
        title: 'Nothing to fix first.',
        text: 'Everything that was read is as wanted, as far as this shows.',
      };
    return {
      title: 'Nothing stands out.',
      text: 'Nothing is clearly off. One more reading may show what is.',
    };
  });

  /** Where there is more to gain than at what comes first. */
  protected readonly gain = computed(() => {
    const told = toldOf(this.result()?.posterior);
    const [most, first] = [told?.mostToGain ?? null, this.first()?.key];
    // Of a line that nobody read it would be a guess about bodies, not about this one.
    const read = most !== null && this.result()?.lines[most] !== undefined;
    if (!read || first === undefined || most === first) return null;
    return `Most to gain: the ${most}, farthest outside.`;
  });

  /** The line to work on: where it aims, what to move and how that will feel. */
  protected readonly first = computed(() => {
    const [result, said] = [this.result(), this.readFirst()];
    const { working } = this.ground();
    const chosen = working ?? this.ground().priority;
    const key = chosen ?? said?.line ?? null;
    // Where the picture of the target is wrong, no line is.
    if (result === null || said === null || key === null || this.picture() !== null) return null;
    const isOther = working === undefined && chosen !== undefined && chosen !== said.line;
    const line = result.lines[key];
    const other = isOther
      ? `The readings say: ${said.line === null ? 'nothing is off' : firstSentence(said.line, said)}`
      : null;
    if (line === undefined) return { key, other, ...unread(key) };
    const aim = this.aim(result, key);
    const drills = this.ground().drills(key);
    return {
      key,
      title: this.title(result, key, isOther) ?? firstSentence(key, said),
      where: aim === null ? null : aimSentence(key, aim, this.ground().aim),
      degrees: this.degrees(result, key),
      usual: usualSentence(key, result.posterior),
      other,
      notRead: null,
      drills: drills.length === 0 ? null : `Drills: ${drills.join('; ')}.`,
      ...this.correction(key),
    };
  });

  /** Of a line that does not come first, or of the one that is worked on. */
  private title(result: ResultDocument, key: LineKey, isOther: boolean): string | null {
    if (this.ground().orderFirst !== undefined) return `${LINE_TITLES[key]} after the order.`;
    if (isOther) return `${LINE_TITLES[key]}, your choice.`;
    const words = this.ground().working === undefined ? undefined : leanOf(result, key)?.words;
    return words === undefined ? null : `${LINE_TITLES[key]}: ${words.toLowerCase()}.`;
  }

  /** How sure that is, for who wants it. */
  protected readonly firstFigure = computed(() => {
    const said = this.readFirst();
    if (said === null || said.probability === null) return null;
    const percent = percentText(said.probability);
    return said.line === null
      ? `Everything as wanted: ${percent}.`
      : `${LINE_TITLES[said.line]} first: ${percent}.`;
  });

  /** The move to the goal, the same shared by both feet, and how it will feel. */
  private correction(key: LineKey) {
    const advised = this.ground().advised(key);
    if (advised === null) return { move: null, split: null, feel: null };
    const unit = this.ground().units.length;
    return {
      move: moveText(key, advised, unit),
      split: splitText(key, advised, unit),
      feel: this.feel(advised),
    };
  }

  protected readonly picture = computed(() =>
    this.result()?.targetPicture === true
      ? 'Face and body agree, and aim somewhere else. Change the picture of the target before the body.'
      : null,
  );

  /** One turn or a twist, in one sentence. */
  protected readonly turn = computed(() => {
    const turn = this.result()?.turn;
    if (!turn || Object.keys(turn.twistDeg).length < 2) return null;
    const { handedAzimuthDeg: c, standardUncertaintyDeg: u } = turn;
    const [below, above] = signWords('toes');
    if (turn.agree) {
      const half = COVERAGE_FACTOR * u;
      // That no twist shows is not that there is none: how large one would have to be is said with it.
      const shows = Math.max(0, ...Object.values(turn.wouldShowFromDeg ?? {}));
      const twist = shows > 0 ? ` No twist shows; one of ${shows.toFixed(1)}° would.` : ' No twist shows.';
      return Math.abs(c) < half
        ? `The body is square as a whole, within ± ${half.toFixed(1)}°.${twist}`
        : `The whole body is turned ${Math.abs(c).toFixed(1)}° ${c > 0 ? above : below}, ± ${half.toFixed(1)}°.${twist}`;
    }
    const line = turn.mostTwisted ?? null;
    if (line === null) {
      const pair = (Object.keys(turn.twistDeg) as LineKey[]).join(' and ');
      return `Twisted: ${pair} do not point the same way.`;
    }
    const deg = turn.twistDeg[line] ?? 0;
    return `Twisted: the ${line} stand ${Math.abs(deg).toFixed(1)}° more ${deg > 0 ? above : below} than the body as a whole.`;
  });

  protected readonly cause = computed(() => {
    const { cause } = this.ground();
    return cause === null || this.result() === null
      ? null
      : { text: causeText(cause), figure: causeFigure(cause) };
  });

  protected readonly from = computed(() => (this.result()?.posterior ? this.ground().madeFrom : null));

  protected readonly chains = computed(() => {
    const { chains, handedness, longClub } = this.ground();
    return chains.map((chain) => chainText(chain, handedness, longClub));
  });

  /** What of all this the handbook explains, in the order in which it stands here. */
  protected readonly about = computed((): readonly HandbookId[] => {
    const first = this.first();
    const words = this.lines().map((line) => line.words);
    return [
      ...(this.picture() === null ? [] : ['picture' as const]),
      ...(first === null ? [] : ['first' as const]),
      ...(this.nothingFirst() === null ? [] : ['nothing-first' as const]),
      ...(first?.where ? ['aims' as const] : []),
      ...(first?.move ? ['move' as const] : []),
      ...(first?.feel ? ['feel' as const] : []),
      ...(words.some((w) => /probably|as far as/i.test(w)) ? ['as-far-as' as const] : []),
      ...(words.some((w) => /as wanted/i.test(w)) ? ['as-wanted' as const] : []),
      ...(this.cause() === null ? [] : ['cause' as const]),
      ...(this.chains().length === 0 ? [] : ['chain' as const]),
      ...this.ground().about,
      ...(this.from() === null ? [] : ['made-from' as const]),
    ];
  });

  /** Remarks of core that the rows do not say already. */
  protected readonly notes = computed(() =>
    (this.result()?.notes ?? [])
      .filter(({ code }) => code !== 'target-picture' && code !== 'no-tolerance')
      .map(({ text }) => text),
  );

  protected toggle(key: LineKey): void {
    this.opened.update((opened) => (opened === key ? null : key));
  }

  private describe(result: ResultDocument, key: LineKey, line: LineResult) {
    const lean = leanOf(result, key);
    return {
      key,
      title: LINE_TITLES[key],
      angle: angleText(line),
      uncertainty: uncertaintyText(line),
      side: line.side,
      aims: this.aims(result, key),
      lean,
      words: lean?.words ?? 'No tolerance in this method',
      // A number and its sign are never parted by the end of a line.
      percent: lean === null ? '' : percentText(lean.probability).replaceAll(' ', '\u00a0'),
      details: this.figures() || this.opened() === key ? this.details(result, key, line) : null,
      isChosen: this.ground().priority === key,
    };
  }

  /** The figures of the line that is opened, sentence by sentence. */
  private details(result: ResultDocument, key: LineKey, line: LineResult): readonly string[] {
    const decided = result.posterior !== undefined && leanOf(result, key)?.lean !== 'cannot-tell';
    const settle = decided ? null : settleText(line, this.ground().units.length);
    return [tapeText(line), this.budget(key), settle, this.moveWithU(key)].filter((text) => text !== null);
  }

  /** Where a line is thought to aim, from all that is known; from the tape where nothing else is. */
  private aim(result: ResultDocument, key: LineKey): Aim | null {
    const { targetDistanceM: distanceM, handedness } = this.ground();
    const handedDeg = answerOfLine(result, key)?.meanDeg ?? result.lines[key]?.handedAzimuthDeg;
    return handedDeg === undefined ? null : aimOf(handedDeg, { handedness, distanceM });
  }

  /** In a row, beside the name of its line. */
  private aims(result: ResultDocument, key: LineKey): string | null {
    const aim = result.lines[key] === undefined ? null : this.aim(result, key);
    if (aim === null || aim.metres === null) return null;
    return `aims ${besideText(aim, this.ground().aim.unit)}`;
  }

  /** Degrees second: the angle by its word. */
  private degrees(result: ResultDocument, key: LineKey): string | null {
    const deg = answerOfLine(result, key)?.meanDeg ?? result.lines[key]?.handedAzimuthDeg;
    if (deg === undefined) return null;
    const [below, above] = signWords(key);
    return `${Math.abs(deg).toFixed(1)}° ${Math.abs(deg) < 0.05 ? 'square' : deg < 0 ? below : above}`;
  }

  private budget(key: LineKey): string | null {
    const budget = this.ground().budget(key);
    return budget === undefined ? null : budgetText(budget);
  }

  /** The move with how well it is known. */
  private moveWithU(key: LineKey): string | null {
    const advised = this.ground().advised(key);
    if (advised === null) return null;
    const unit = this.ground().units.length;
    const half = roundedMoveMm({ ...advised, mm: COVERAGE_FACTOR * advised.uncertaintyMm }, unit);
    return `${moveText(key, advised, unit)} Known to ± ${formatLength(half, unit)}.`;
  }

  /** From where it was felt, if anyone asked; else from where it feels now. */
  private feel({ turnDeg }: Advised): string | null {
    const { targetDistanceM: distanceM, feltDeg, handedness, units } = this.ground();
    if (distanceM === undefined || !(distanceM > 0)) return null;
    const { metres, side } = feelOfTurn(turnDeg, { distanceM, handedness });
    const shift = side === 'left' ? -metres : metres;
    const off = (m: number): string => {
      const apart = Math.abs(m) < 10 ? Math.abs(m) : Math.round(Math.abs(m));
      return `${formatDistance(apart, units.distance)} ${m < 0 ? 'left' : 'right'}`;
    };
    if (feltDeg === undefined) return `It will feel aimed ${off(shift)} of where it feels now.`;
    const felt = distanceM * Math.tan(radiansFromDegrees(feltDeg));
    const felts = Math.abs(felt) < 0.5 ? 'on the target' : `${off(felt)} of the target`;
    return `Felt aimed ${felts}. Corrected, it will feel ${off(felt + shift)} of it.`;
  }
}

/** What the tape alone says of a line; null where nothing else speaks. */
function tapeText({ verdict, conformanceProbability }: LineResult): string | null {
  if (verdict === undefined || conformanceProbability === undefined) return null;
  return `By the tape alone it is as wanted with ${percentText(conformanceProbability)}.`;
}

/** Half by each foot keeps the distance to the ball. */
function splitText(key: LineKey, advised: Advised, unit: 'mm' | 'cm' | 'in'): string | null {
  if (key !== 'toes' && key !== 'heels') return null;
  const mm = roundedMoveMm(advised, unit);
  // The same turn made half by each foot.
  const half = roundedMoveMm({ mm: mm / 2, uncertaintyMm: 0 }, unit);
  if (half === 0) return null;
  const [trailWay, leadWay] = mm < 0 ? ['in', 'back'] : ['back', 'in'];
  const [byTrail, byLead] = [half, mm - half].map((part) => formatLength(Math.abs(part), unit));
  return `Or shared: trail ${byTrail} ${trailWay}, lead ${byLead} ${leadWay}.`;
}

function settleText({ wouldSettle }: LineResult, unit: 'mm' | 'cm' | 'in'): string | null {
  if (wouldSettle === undefined) return null;
  if (wouldSettle.targetLine) return 'Lay the target line again: it alone is too uncertain.';
  const ways = [
    wouldSettle.repeats === null ? null : `${wouldSettle.repeats} readings`,
    wouldSettle.rodMm === null ? null : `a rod of ${formatLength(wouldSettle.rodMm, unit)} held across`,
  ].filter((way) => way !== null);
  return ways.length === 0 ? 'More readings would not decide it.' : `Would decide it: ${ways.join(', or ')}.`;
}

/** What comes first and nobody has read: of that nothing can be said but to read it. */
function unread(key: LineKey) {
  const [them, their] = key === 'face' ? ['it', 'it may'] : ['them', 'they may'];
  return {
    title: `Read the ${key} next.`,
    notRead: `Nobody has read ${them} yet, and ${their} come first.`,
    where: null,
    degrees: null,
    usual: null,
    drills: null,
    move: null,
    split: null,
    feel: null,
  };
}
