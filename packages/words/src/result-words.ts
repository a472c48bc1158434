import { COVERAGE_FACTOR } from '@lotrecht/core/coverage';
import { TOLD_FROM } from '@lotrecht/core/told-from';
import {
  type CheckDocument,
  type LineResult,
  type PosteriorLine,
  type PosteriorResult,
  type ResultDocument,
} from '@lotrecht/records';
import { formatLength, type LengthUnit } from './typed-length.ts';

/** A line's name as it is said. */
export const LINE_TITLES = {
  face: 'Face',
  toes: 'Toes',
  heels: 'Heels',
  knees: 'Knees',
  hips: 'Hips',
  shoulders: 'Shoulders',
  eyes: 'Eyes',
} as const;

/** A line of a set-up. */
export type LineKey = keyof typeof LINE_TITLES;

/** Club groups as they are said. */
export const CLUB_GROUPS: Readonly<Record<NonNullable<CheckDocument['club']>['group'], string>> = {
  wedge: 'Wedge',
  'short-iron': 'Short iron',
  'mid-iron': 'Mid iron',
  'long-iron': 'Long iron, hybrid',
  'fairway-wood': 'Fairway wood',
  driver: 'Driver',
};

/** Half-widths beyond this say nothing of a set-up, whatever it is judged by. */
const TELLS_NOTHING_DEG = 10;

/** Whether a reading is so wide that its number would be taken for more than it is. */
function tellsNothing({ standardUncertaintyDeg, toleranceDeg }: LineResult): boolean {
  const half = COVERAGE_FACTOR * standardUncertaintyDeg;
  return half > TELLS_NOTHING_DEG && (toleranceDeg === undefined || half > toleranceDeg[1] - toleranceDeg[0]);
}

/**
 * An angle with its word and side, always together; of a reading too wide to say anything, that it decides nothing.
 *
 * @example angleText({ handedAzimuthDeg: 3.94, azimuthDeg: 3.94, measurementUncertaintyDeg: 0.5, standardUncertaintyDeg: 0.8, birgeRatio: 1, word: 'closed', side: 'right' }) // '3.9° closed (right)'
 */
export function angleText(line: LineResult): string {
  const { handedAzimuthDeg, word, side } = line;
  if (tellsNothing(line)) return 'not decided';
  if (word === 'square') return '0.0° square';
  return `${Math.abs(handedAzimuthDeg).toFixed(1)}° ${word} (${side})`;
}

/**
 * The half-width that covers 95 %.
 *
 * @example uncertaintyText({ handedAzimuthDeg: 3.94, azimuthDeg: 3.94, measurementUncertaintyDeg: 0.5, standardUncertaintyDeg: 0.8, birgeRatio: 1, word: 'closed', side: 'right' }) // '± 1.6°'
 */
export function uncertaintyText({ standardUncertaintyDeg }: LineResult): string {
  const half = COVERAGE_FACTOR * standardUncertaintyDeg;
  return `± ${half < 0.1 ? half.toFixed(2) : half.toFixed(1)}°`;
}

/**
 * A probability as a percentage that never says more than is known.
 *
 * @example percentText(0.9999) // 'over 99.9 %'
 */
export function percentText(probability: number): string {
  if (probability > 0.999) return 'over 99.9 %';
  if (probability < 0.001) return 'under 0.1 %';
  return probability > 0.99 || probability < 0.01
    ? `${(probability * 100).toFixed(1)} %`
    : `${Math.round(probability * 100)} %`;
}

/** From here on it is no longer only probable. */
const SURE_FROM = 0.95;

/** A verdict as a shape can show it. */
export type Lean = 'in' | 'out' | 'probably-in' | 'probably-out' | 'cannot-tell';

/** What a judged line says in one phrase, and how sure it is. */
export interface LeanText {
  readonly lean: Lean;
  readonly words: string;
  readonly probability: number;
}

/** How a line probably is: from all that is known, or from the tape alone. */
type Chances = Pick<PosteriorLine, 'probabilityIn' | 'probabilityTooOpen' | 'probabilityTooClosed'>;

/** What is told of a set-up: of today; of a result that was made before today was told, what was told then. */
export type ToldPosterior = Pick<
  PosteriorResult,
  'lines' | 'first' | 'mostToGain' | 'probabilityNoneFirst' | 'allInProbability' | 'nearlyAllInProbability'
>;

/**
 * The answer that everything is told from, on every surface.
 *
 * @example toldOf(undefined) // undefined
 */
export function toldOf(posterior: PosteriorResult | undefined): ToldPosterior | undefined {
  return posterior?.today ?? posterior;
}

/**
 * What is known of a line beside the tape's own figure, of today; undefined in a result of the tape alone.
 *
 * @example answerOfLine({}, 'toes') // undefined
 */
export function answerOfLine(
  { posterior }: Pick<ResultDocument, 'posterior'>,
  key: LineKey,
): PosteriorLine | undefined {
  // Before today was told, lines were told as they stood.
  return (posterior?.today ?? posterior?.asItStood ?? posterior)?.lines[key];
}

/**
 * The lean of a judged line, or null for a line without tolerance. A number is never withheld: it leads with the lean.
 * It speaks from all that is known where that is there, and else from the tape.
 *
 * @example leanOf({ lines: {} }, 'toes') // null
 */
export function leanOf(result: Pick<ResultDocument, 'lines' | 'posterior'>, key: LineKey): LeanText | null {
  const line = result.lines[key];
  const chances: Chances | undefined = answerOfLine(result, key) ?? tapeChances(line);
  if (line?.verdict === undefined || chances === undefined) return null;
  const { probabilityIn: p = 0, probabilityTooOpen: open = 0, probabilityTooClosed: closed = 0 } = chances;
  const [out, outward] = open > closed ? [open, 'too open'] : [closed, 'too closed'];
  const wanted = wantedWord(line);
  if (p >= SURE_FROM) return { lean: 'in', words: capital(wanted), probability: p };
  if (out >= SURE_FROM) return { lean: 'out', words: capital(outward), probability: out };
  if (p >= TOLD_FROM) return { lean: 'probably-in', words: `Probably ${wanted}`, probability: p };
  if (out >= TOLD_FROM) return { lean: 'probably-out', words: `Probably ${outward}`, probability: out };
  return p >= out
    ? { lean: 'cannot-tell', words: `${capital(wanted)}, as far as this shows`, probability: p }
    : { lean: 'cannot-tell', words: `Perhaps ${outward}`, probability: out };
}

/** What a line within its tolerance is called: a method may want it turned. */
function wantedWord({ toleranceDeg: [low, high] = [0, 0] }: LineResult): string {
  return low <= 0 && high >= 0 ? 'square' : 'as wanted';
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** The tape's own chances of a line, by the names of the answer's. */
function tapeChances(line: LineResult | undefined): Chances | undefined {
  if (line?.conformanceProbability === undefined) return undefined;
  return {
    probabilityIn: line.conformanceProbability,
    probabilityTooOpen: line.tooOpenProbability ?? 0,
    probabilityTooClosed: line.tooClosedProbability ?? 0,
  };
}

/** What comes first, and how sure that is. */
export interface FirstText {
  /** Null: nothing. */
  readonly line: LineKey | null;
  /** Null where the tape alone says so: then it is called out, or probably out. */
  readonly probability: number | null;
  /** It is called certain. */
  readonly certain: boolean;
}

/**
 * What to work on first: from all that is known, or from the tape where nothing else is there.
 *
 * @example firstOf({ fixFirst: 'toes', likelyFirst: null }) // { line: 'toes', probability: null, certain: true }
 */
export function firstOf({
  posterior,
  fixFirst,
  likelyFirst,
}: Pick<ResultDocument, 'posterior' | 'fixFirst' | 'likelyFirst'>): FirstText {
  if (posterior === undefined) {
    return { line: fixFirst ?? likelyFirst, probability: null, certain: fixFirst !== null };
  }
  const { first, lines, probabilityNoneFirst, nearlyAllInProbability = 0 } = posterior.today ?? posterior;
  const probability = first === null ? probabilityNoneFirst : (lines[first].probabilityFirst ?? 0);
  const certain = probability >= TOLD_FROM;
  // What hardly stands out at all is no first thing unless that is certain.
  if (first !== null && !certain && nearlyAllInProbability >= SURE_FROM) {
    return { line: null, probability: probabilityNoneFirst, certain: probabilityNoneFirst >= TOLD_FROM };
  }
  return { line: first, probability, certain };
}

/** From here on a line is more probably outside than inside. */
const EVEN = 0.5;

/**
 * The line to work on among those that were read: what comes first, or where nobody has read that, the likeliest of the
 * others that is more probably outside than not.
 *
 * @example firstReadOf({ lines: {}, fixFirst: null, likelyFirst: null }) // null
 */
export function firstReadOf(
  result: Pick<ResultDocument, 'lines' | 'posterior' | 'fixFirst' | 'likelyFirst'>,
): LineKey | null {
  const { line } = firstOf(result);
  if (line === null || result.lines[line] !== undefined) return line;
  const others = (Object.keys(result.lines) as LineKey[]).flatMap((key) => {
    const answer = answerOfLine(result, key);
    const outside = 1 - (answer?.probabilityIn ?? 1);
    return outside > EVEN ? [{ key, first: answer?.probabilityFirst ?? 0 }] : [];
  });
  return others.toSorted((a, b) => b.first - a.first)[0]?.key ?? null;
}

/** A move on the tape with how well it is known. */
export interface AdvisedMoveText {
  readonly end: 'trail' | 'toe';
  /** `trail`: negative is toward the line; `toe`: positive is downrange. */
  readonly mm: number;
  /** Standard uncertainty. */
  readonly uncertaintyMm: number;
}

/** Steps in which a move is said, mm, the finest first. */
const MOVE_STEPS_MM: Readonly<Record<LengthUnit, readonly number[]>> = {
  mm: [1, 2, 5, 10, 20],
  cm: [1, 2, 5, 10, 20],
  in: [1.5875, 3.175, 6.35, 12.7, 25.4],
};

/**
 * A move rounded to what is known of it: in the largest step that is no more than half of its uncertainty.
 *
 * @example roundedMoveMm({ mm: -31, uncertaintyMm: 12 }, 'mm') // -30
 */
export function roundedMoveMm(
  { mm, uncertaintyMm }: Pick<AdvisedMoveText, 'mm' | 'uncertaintyMm'>,
  unit: LengthUnit,
): number {
  const [finest = 1, ...coarser] = MOVE_STEPS_MM[unit];
  const step = coarser.findLast((mmOfStep) => mmOfStep <= uncertaintyMm / 2) ?? finest;
  // Away from nothing in both directions: a mirrored move is rounded alike.
  return Math.sign(mm) * Math.round(Math.abs(mm) / step) * step + 0;
}

/**
 * The move that corrects a line, in the unit of who reads it and rounded to what is known.
 *
 * @example moveText('toes', { end: 'trail', mm: -31, uncertaintyMm: 12 }) // 'Trail toe 30 mm toward the line.'
 */
export function moveText(key: LineKey, move: AdvisedMoveText, unit: LengthUnit = 'mm'): string {
  const mm = roundedMoveMm(move, unit);
  if (mm === 0) return 'Nothing to move.';
  const length = formatLength(Math.abs(mm), unit);
  if (move.end === 'toe')
    return `Club toe ${length} ${mm > 0 ? 'forward, downrange' : 'back, away from the target'}.`;
  const end = key === 'toes' ? 'Trail toe' : key === 'heels' ? 'Trail heel' : `Trail end of the ${key}`;
  return `${end} ${length} ${mm < 0 ? 'toward the line' : 'away from the line'}.`;
}

/**
 * The name that goes home: only a first one.
 *
 * @example firstNameOf('Runa Feldt') // 'Runa'
 */
export function firstNameOf(name: string): string {
  return name.trim().split(/\s+/)[0] ?? name;
}

/** Hands as they are said. */
export const HAND_TITLES = { right: 'Right-handed', left: 'Left-handed' } as const;
