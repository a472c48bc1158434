import { RefusedInput } from '../refusal/refused-input.ts';
import { chiSquaredQuantile } from '../uncertainty/chi-squared-quantile.ts';
import { type Tolerance } from '../uncertainty/conformity.ts';
import { studentT975 } from '../uncertainty/student-t.ts';

/** An interval, ends included, in the unit of what it is of. */
export type Interval = readonly [low: number, high: number];

/** Bias and consistency of several set-ups in a row. */
export interface Consistency {
  readonly count: number;
  readonly meanRad: number;
  /** Half of the mean's 95 % interval (Student t); null for a single set-up. */
  readonly meanHalfRad: number | null;
  /** Null for a single set-up. */
  readonly sdRad: number | null;
  /** 95 % interval of the SD (chi-squared); null for a single set-up. */
  readonly sdIntervalRad: Interval | null;
  /** Share of the set-ups that stand outside the tolerance, 0 to 1; null without a tolerance. */
  readonly shareOut: number | null;
}

/**
 * The 95 % interval of a standard deviation: s·√(ν/χ²).
 *
 * @param sd s, in any unit
 * @param degreesOfFreedom ν > 0
 * @example sdInterval(2, 4)[0] // 1.19826627...
 */
export function sdInterval(sd: number, degreesOfFreedom: number): Interval {
  return [
    sd * Math.sqrt(degreesOfFreedom / chiSquaredQuantile(0.975, degreesOfFreedom)),
    sd * Math.sqrt(degreesOfFreedom / chiSquaredQuantile(0.025, degreesOfFreedom)),
  ];
}

/**
 * Where a line stands on average and how much it scatters, each with its 95 % interval: mean ± t₀.₉₇₅·s/√n, and
 * s·√((n−1)/χ²).
 *
 * @param values φ of each set-up, rad, at least one
 * @throws RefusedInput `empty`
 * @example consistencyOf([0.1, 0.12, 0.11]).meanHalfRad // 0.0248413...
 */
export function consistencyOf(values: readonly number[], tolerance?: Tolerance): Consistency {
  const count = values.length;
  if (count === 0) throw new RefusedInput('empty', 'values', { advice: 'Read at least one set-up.' });
  const meanRad = values.reduce((sum, v) => sum + v, 0) / count;
  const shareOut =
    tolerance === undefined
      ? null
      : values.filter((v) => v < tolerance[0] || v > tolerance[1]).length / count;
  if (count === 1) {
    return { count, meanRad, meanHalfRad: null, sdRad: null, sdIntervalRad: null, shareOut };
  }
  const degreesOfFreedom = count - 1;
  const squares = values.reduce((sum, v) => sum + (v - meanRad) ** 2, 0);
  const sdRad = Math.sqrt(squares / degreesOfFreedom);
  return {
    count,
    meanRad,
    meanHalfRad: (studentT975(degreesOfFreedom) * sdRad) / Math.sqrt(count),
    sdRad,
    sdIntervalRad: sdInterval(sdRad, degreesOfFreedom),
    shareOut,
  };
}
