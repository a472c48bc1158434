import { RefusedInput } from '../refusal/refused-input.ts';
import { NORMAL_975, studentT975 } from '../uncertainty/student-t.ts';
import { type SeenBetween } from './square-to-the-eye.ts';

/** Errors of the same kind, taken together. */
export interface EyeErrors {
  readonly count: number;
  /** What they have in common, right positive. */
  readonly bias: SeenBetween;
  /** From one to the next, degrees. */
  readonly spreadDeg: number;
}

/**
 * What errors of an eye have in common: their mean with its interval by Student, and how they differ.
 *
 * @param errorsDeg at least two, degrees, right positive
 * @throws RefusedInput `empty`
 * @example eyeErrors([3, 4, 5]).bias.meanDeg // 4
 */
export function eyeErrors(errorsDeg: readonly number[]): EyeErrors {
  const count = errorsDeg.length;
  if (count < 2)
    throw new RefusedInput('empty', 'errorsDeg', { read: count, advice: 'Two of them at least.' });
  const meanDeg = errorsDeg.reduce((sum, e) => sum + e, 0) / count;
  const spreadDeg = Math.sqrt(errorsDeg.reduce((sum, e) => sum + (e - meanDeg) ** 2, 0) / (count - 1));
  const half = (studentT975(count - 1) * spreadDeg) / Math.sqrt(count);
  return { count, bias: { meanDeg, lowDeg: meanDeg - half, highDeg: meanDeg + half }, spreadDeg };
}

/** A bias, and how well it is known. */
export interface KnownBias {
  readonly meanDeg: number;
  readonly sdDeg: number;
}

/**
 * What became of a bias from one time to another.
 *
 * @returns degrees, the later minus the earlier; real where chance alone makes as much in one of twenty
 * @example biasChange({ meanDeg: 5, sdDeg: 0.5 }, { meanDeg: 2, sdDeg: 0.5 }).real // true
 */
export function biasChange(
  before: KnownBias,
  after: KnownBias,
): { readonly deltaDeg: number; readonly real: boolean } {
  const deltaDeg = after.meanDeg - before.meanDeg;
  return { deltaDeg, real: Math.abs(deltaDeg) > NORMAL_975 * Math.hypot(before.sdDeg, after.sdDeg) };
}
