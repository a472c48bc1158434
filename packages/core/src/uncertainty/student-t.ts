import quantile from '@stdlib/stats-base-dists-t-quantile';
import { RefusedInput } from '../refusal/refused-input.ts';

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
