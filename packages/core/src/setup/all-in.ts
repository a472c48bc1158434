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
const REACH = 8.5;
/** Even pieces of that way. */
const PIECES = 24;
/** Where a line passes a limit of its tolerance: it does so within a few of its own u, however small that is. */
const STEPS_OF_U = [-8, -6, -4, -2.5, -1.2, 0, 1.2, 2.5, 4, 6, 8] as const;

/** Gauss and Legendre, eight points on −1 to 1: half of them, they mirror. */
const LEGENDRE: readonly (readonly [at: number, weight: number])[] = [
  [0.1834346424956498, 0.362683783378362],
  [0.525532409916329, 0.3137066458778873],
  [0.7966664774136267, 0.2223810344533745],
  [0.9602898564975363, 0.1012285362903763],
];

/** Where the integrand may bend, in order, from one end to the other. */
function knotsOf(lines: readonly JudgedReading[], uTarget: number): readonly number[] {
  const end = REACH * uTarget;
  const knots = Array.from({ length: PIECES + 1 }, (_, i) => end * ((2 * i) / PIECES - 1));
  for (const { handedAzimuthRad, measurementUncertaintyRad, toleranceRad } of lines) {
    for (const limit of toleranceRad) {
      for (const step of STEPS_OF_U) {
        const knot = limit - handedAzimuthRad + step * measurementUncertaintyRad;
        if (Math.abs(knot) < end) knots.push(knot);
      }
    }
  }
  return knots.toSorted((x, y) => x - y);
}

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
  if (targetLineUncertaintyRad === 0 || lines.length === 0) return allIn(0);
  const knots = knotsOf(lines, targetLineUncertaintyRad);
  let [sum, weights] = [0, 0];
  for (let i = 1; i < knots.length; i++) {
    const [from, to] = [knots[i - 1] as number, knots[i] as number];
    const [middle, half] = [(from + to) / 2, (to - from) / 2];
    for (const [at, weight] of LEGENDRE) {
      for (const t of [middle - half * at, middle + half * at]) {
        const z = t / targetLineUncertaintyRad;
        const mass = half * weight * Math.exp(-0.5 * z * z);
        sum += mass * allIn(t);
        weights += mass;
      }
    }
  }
  return Math.min(1, sum / weights);
}
