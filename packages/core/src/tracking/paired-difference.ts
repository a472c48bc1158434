import { RefusedInput } from '../refusal/refused-input.ts';
import { studentTwoSided } from '../uncertainty/student-t.ts';
import { CHANGE_LEVEL } from './change.ts';

/** One line of one set-up: φ and u(φ) without the target line, rad. */
export interface StoodReading {
  readonly handedAzimuthRad: number;
  readonly measurementUncertaintyRad: number;
}

/** What the two sides of a difference have in common. */
export interface PairedGround {
  /** Spread with which the student steps in again, rad; 0 within one stand, as before and after a look. */
  readonly readdressSdRad: number;
  /** u(T) of the two sides together, rad; 0 where both were read from the same laid line, whose error then cancels. */
  readonly targetLineUncertaintyRad: number;
}

/** A difference within a lesson, and whether it is more than chance. */
export interface PairedDifference {
  /** After minus before, rad. */
  readonly deltaRad: number;
  /** u(Δ), rad. */
  readonly uncertaintyRad: number;
  /** Two-sided. */
  readonly pValue: number;
  /** Looked at alone: p ≤ 0.05. */
  readonly real: boolean;
}

/** The mean of set-ups and its variance: each brings its own reading error and its own stand. */
function meanOf(
  readings: readonly StoodReading[],
  readdressSdRad: number,
): { readonly mean: number; readonly variance: number } {
  const n = readings.length;
  return {
    mean: readings.reduce((sum, r) => sum + r.handedAzimuthRad, 0) / n,
    variance:
      readings.reduce((sum, r) => sum + r.measurementUncertaintyRad ** 2 + readdressSdRad ** 2, 0) / n ** 2,
  };
}

/**
 * What changed in one line between two sides of a lesson, as before and after coaching or a look:
 * Δ = mean after − mean before, u² = Σ(u² + s_r²)/n² of either side + u(T)² where the line was laid again.
 *
 * @throws RefusedInput `empty` for a side without a set-up
 * @example pairedDifference([{ handedAzimuthRad: 0.1, measurementUncertaintyRad: 0.01 }], [{ handedAzimuthRad: 0.04, measurementUncertaintyRad: 0.01 }], { readdressSdRad: 0, targetLineUncertaintyRad: 0 }).real // true
 */
export function pairedDifference(
  before: readonly StoodReading[],
  after: readonly StoodReading[],
  { readdressSdRad, targetLineUncertaintyRad }: PairedGround,
): PairedDifference {
  for (const [field, side] of [
    ['before', before],
    ['after', after],
  ] as const) {
    if (side.length === 0) throw new RefusedInput('empty', field, { advice: 'Read the line there first.' });
  }
  const [from, to] = [meanOf(before, readdressSdRad), meanOf(after, readdressSdRad)];
  const deltaRad = to.mean - from.mean;
  const uncertaintyRad = Math.sqrt(from.variance + to.variance + targetLineUncertaintyRad ** 2);
  const pValue = studentTwoSided(deltaRad / uncertaintyRad, null);
  return { deltaRad, uncertaintyRad, pValue, real: pValue <= CHANGE_LEVEL };
}
