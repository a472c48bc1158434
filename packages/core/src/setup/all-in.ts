import { conformity, type Tolerance } from '../uncertainty/conformity.ts';

/** A line as it was read and what is permitted. */
export interface JudgedReading {
  /** φ, rad. */
  readonly handedAzimuthRad: number;
  /** u(φ) without the target line, rad, > 0. */
  readonly measurementUncertaintyRad: number;
  readonly toleranceRad: Tolerance;
}

/** The error of the target line is followed this far out, in its own standard uncertainties. */
const REACH = 8;
/** Steps per standard uncertainty of the sharpest reading: smooth enough that the trapezium rule is exact to 1e-9. */
const STEPS = 6;
const MOST_STEPS = 4000;

/**
 * The probability that all lines are within their tolerances at once: what rules the set-up in or out as the cause of
 * a shot. The error of the target line is one and the same for all of them, so it is not a product of the lines' own
 * probabilities: ∫ Π (Φ((hi − φ − t)/u) − Φ((lo − φ − t)/u)) · N(t; 0, u(T)²) dt.
 *
 * @param lines none gives 1
 * @param targetLineUncertaintyRad u(T), rad, ≥ 0
 * @returns from 0 to 1
 * @example allInProbability([{ handedAzimuthRad: 0, measurementUncertaintyRad: 1, toleranceRad: [-1.959963984540054, 1.959963984540054] }], 0) // 0.95
 */
export function allInProbability(lines: readonly JudgedReading[], targetLineUncertaintyRad: number): number {
  const allIn = (lineErrorRad: number): number =>
    lines.reduce(
      (product, { handedAzimuthRad, measurementUncertaintyRad, toleranceRad }) =>
        product *
        conformity(handedAzimuthRad + lineErrorRad, measurementUncertaintyRad, toleranceRad)
          .conformanceProbability,
      1,
    );
  const sharpest = Math.min(...lines.map((l) => l.measurementUncertaintyRad));
  if (targetLineUncertaintyRad === 0 || lines.length === 0) return allIn(0);
  const wanted =
    (2 * REACH * targetLineUncertaintyRad * STEPS) / Math.min(sharpest, targetLineUncertaintyRad);
  const steps = Math.min(MOST_STEPS, Math.ceil(wanted));
  let [sum, weights] = [0, 0];
  for (let i = 0; i <= steps; i++) {
    const z = REACH * ((2 * i) / steps - 1);
    const weight = Math.exp(-0.5 * z * z);
    sum += weight * allIn(z * targetLineUncertaintyRad);
    weights += weight;
  }
  return Math.min(1, sum / weights);
}
