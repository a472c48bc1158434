import { type CheckDocument, type LineResult } from '../generated/types.ts';
import { formatLength, type LengthUnit } from '../units/typed-length.ts';

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

/** Two-sided 95 % of a normal distribution: the half-width shown after ±. */
const COVERAGE_FACTOR = 1.959964;

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

/** Below this neither in nor out is even probable. */
const LEAN_FROM = 0.8;

/** A verdict as a shape can show it. */
export type Lean = 'in' | 'out' | 'probably-in' | 'probably-out' | 'cannot-tell';

/** What a judged line says in one phrase, and how sure it is. */
export interface LeanText {
  readonly lean: Lean;
  readonly words: string;
  readonly probability: number;
}

/**
 * The lean of a judged line, or null for a line without tolerance. A number is never withheld: it leads with the lean.
 *
 * @example leanOf({ handedAzimuthDeg: 3.94, azimuthDeg: 3.94, measurementUncertaintyDeg: 0.5, standardUncertaintyDeg: 0.8, birgeRatio: 1, word: 'closed', side: 'right' }) // null
 */
export function leanOf(line: LineResult): LeanText | null {
  const { conformanceProbability: p, tooOpenProbability: open, tooClosedProbability: closed, verdict } = line;
  if (p === undefined || open === undefined || closed === undefined || verdict === undefined) return null;
  const [outProbability, outward] = open > closed ? [open, 'too open'] : [closed, 'too closed'];
  if (verdict === 'in') return { lean: 'in', words: 'In', probability: p };
  if (verdict === 'out') return { lean: 'out', words: `Out: ${outward}`, probability: outProbability };
  if (p >= LEAN_FROM) return { lean: 'probably-in', words: 'Probably in', probability: p };
  if (outProbability >= LEAN_FROM) {
    return { lean: 'probably-out', words: `Probably ${outward}`, probability: outProbability };
  }
  return { lean: 'cannot-tell', words: 'Can’t tell', probability: Math.max(p, outProbability) };
}

/**
 * The move that corrects a line, in the unit of who reads it, or null where the reading gives none.
 *
 * @example moveText('toes', { handedAzimuthDeg: 3.94, azimuthDeg: 3.94, measurementUncertaintyDeg: 0.5, standardUncertaintyDeg: 0.8, birgeRatio: 1, word: 'closed', side: 'right' }) // null
 */
export function moveText(key: LineKey, { move }: LineResult, unit: LengthUnit = 'mm'): string | null {
  if (move === undefined) return null;
  const mm = Math.round(Math.abs(move.mm));
  if (mm === 0) return 'Nothing to move.';
  const length = formatLength(mm, unit);
  if (move.end === 'toe')
    return `Club toe ${length} ${move.mm > 0 ? 'forward, downrange' : 'back, away from the target'}.`;
  const end = key === 'toes' ? 'Trail toe' : key === 'heels' ? 'Trail heel' : `Trail end of the ${key}`;
  return `${end} ${length} ${move.mm < 0 ? 'toward the line' : 'away from the line'}.`;
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
