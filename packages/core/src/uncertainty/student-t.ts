import betainc from '@stdlib/math-base-special-betainc';
import quantile from '@stdlib/stats-base-dists-t-quantile';
import { RefusedInput } from '../refusal/refused-input.ts';
import { normalUpperTail } from './normal.ts';

/** Two-sided 95 % point of the standard normal distribution. */
export const NORMAL_975 = 1.959963984540054;

/**
 * t₀.₉₇₅ with ν degrees of freedom: half the width of a two-sided 95 % interval in standard uncertainties.
 *
 * @param degreesOfFreedom ν > 0, whole or not; null where none are known, which gives the normal point
 * @throws RefusedInput for ν that is not positive
 * @example studentT975(10) // 2.22813885...
 * @example studentT975(null) // 1.959963984540054
 */
export function studentT975(degreesOfFreedom: number | null): number {
  if (degreesOfFreedom === null) return NORMAL_975;
  if (!(degreesOfFreedom > 0)) {
    throw new RefusedInput('not-positive', 'degreesOfFreedom', {
      read: String(degreesOfFreedom),
      advice: 'Degrees of freedom are more than zero.',
    });
  }
  return quantile(0.975, degreesOfFreedom);
}

/**
 * The two-sided p-value of a difference: how often one as large as this, in its standard uncertainties, comes of
 * nothing. P = I(ν/(ν + t²); ν/2, ½), computed as a tail.
 *
 * @param t the difference over its standard uncertainty
 * @param degreesOfFreedom ν > 0; null where none are known, which takes the normal distribution
 * @returns from 0 to 1
 * @example studentTwoSided(1, 1) // 0.5
 */
export function studentTwoSided(t: number, degreesOfFreedom: number | null): number {
  if (degreesOfFreedom === null) return 2 * normalUpperTail(Math.abs(t));
  return betainc(degreesOfFreedom / (degreesOfFreedom + t * t), degreesOfFreedom / 2, 0.5, true, false);
}
