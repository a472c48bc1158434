import { conformity, type Tolerance } from '../uncertainty/conformity.ts';
import { type Estimate } from '../uncertainty/combine.ts';

/**
 * What is believed of one line. The apparent azimuth z = φ + (error of the target line) is what readings show; the
 * target line's error is common to all of them and is not read away.
 */
export interface Belief {
  /** Of z, rad and rad². */
  readonly mean: number;
  readonly variance: number;
}

/** How students stand before anyone has measured, and how well the target line is laid; variances, rad². */
export interface Ground {
  readonly spreadVariance: number;
  readonly targetLineVariance: number;
}

/** Before any reading: students stand on both sides of the target line with the given spread. */
export function unread({ spreadVariance, targetLineVariance }: Ground): Belief {
  return { mean: 0, variance: spreadVariance + targetLineVariance };
}

/** The belief after a reading, both normal. */
export function afterReading(belief: Belief, { value, standardUncertainty }: Estimate): Belief {
  const gain = belief.variance / (belief.variance + standardUncertainty ** 2);
  return { mean: belief.mean + gain * (value - belief.mean), variance: belief.variance * (1 - gain) };
}

/** The probability that φ itself is in tolerance, the target line's error taken off z again. */
export function probabilityIn(belief: Belief, ground: Ground, tolerance: Tolerance): number {
  const { spreadVariance: spread, targetLineVariance: target } = ground;
  const share = spread / (spread + target);
  const variance = share ** 2 * belief.variance + share * target;
  return conformity(share * belief.mean, Math.sqrt(variance), tolerance).conformanceProbability;
}
