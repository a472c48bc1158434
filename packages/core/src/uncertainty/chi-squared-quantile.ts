import quantile from '@stdlib/stats-base-dists-chisquare-quantile';
import { RefusedInput } from '../refusal/refused-input.ts';

/**
 * The χ² that is undershot with a given probability.
 *
 * @param probability from 0 to 1
 * @param degreesOfFreedom ν > 0
 * @throws RefusedInput for ν that is not positive
 * @example chiSquaredQuantile(0.95, 1) // 3.84145882...
 */
export function chiSquaredQuantile(probability: number, degreesOfFreedom: number): number {
  if (!(degreesOfFreedom > 0)) {
    throw new RefusedInput('not-positive', 'degreesOfFreedom', {
      read: String(degreesOfFreedom),
      advice: 'Degrees of freedom are more than zero.',
    });
  }
  return quantile(probability, degreesOfFreedom);
}
