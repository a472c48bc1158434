import { READDRESS_SD_RAD } from '../defaults/readdress.ts';
import { radiansFromDegrees } from '../units/angle.ts';
import { type Rep } from './series.ts';

/** How differently a student steps back in, from set-ups of the same lessons. */
export interface ReaddressSpread {
  /** s_r, rad. */
  readonly sdRad: number;
  /** Σ(n − 1) over the lessons; 0 where there are none with two set-ups. */
  readonly degreesOfFreedom: number;
  /** It is the student's own; otherwise the usual one stands. */
  readonly learned: boolean;
}

/** Fewer than this say too little of a spread: its 95 % interval would reach from half of it to three times. */
const ENOUGH = 5;

/** Scaled inverse χ² of s_r² before anything was seen: freedom ν₀ and scale s₀, rad. */
const PRIOR = { freedom: 3, sdRad: READDRESS_SD_RAD } as const;
/** Where s_r is looked for: nobody steps in wider than 12°, and none is told from another below 0.02°. */
const GRID = { count: 600, stepRad: radiansFromDegrees(0.02) } as const;

/** Posterior root mean square of s_r, rad: ss/(s_r² + ū²) ~ χ²_ν. */
function posteriorSdRad(squares: number, freedom: number, explained: number): number {
  const grid = Array.from({ length: GRID.count }, (_, i) => {
    const variance = ((i + 0.5) * GRID.stepRad) ** 2;
    const whole = variance + explained;
    const logWeight =
      // Of s_r, not of s_r²: the density takes up the step between them.
      -((PRIOR.freedom + 1) / 2) * Math.log(variance) -
      (PRIOR.freedom * PRIOR.sdRad ** 2) / (2 * variance) -
      (freedom / 2) * Math.log(whole) -
      squares / (2 * whole);
    return { variance, logWeight };
  });
  const top = Math.max(...grid.map((g) => g.logWeight));
  const weighed = grid.map((g) => ({ ...g, weight: Math.exp(g.logWeight - top) }));
  const all = weighed.reduce((sum, g) => sum + g.weight, 0);
  return Math.sqrt(weighed.reduce((sum, g) => sum + g.weight * g.variance, 0) / all);
}

/**
 * The re-address spread of a student and line: what set-ups of a lesson scatter beyond what the readings explain, as
 * the posterior root mean square of s_r. Never 0: that a student scatters less than the readings can show is not
 * that there is no scatter.
 *
 * @param lessons the reps of each lesson, all under the same circumstances
 * @param usualSdRad stands until enough set-ups are there, rad
 * @example readdressSpread([], 0.035) // { sdRad: 0.035, degreesOfFreedom: 0, learned: false }
 */
export function readdressSpread(lessons: readonly (readonly Rep[])[], usualSdRad: number): ReaddressSpread {
  let [squares, degreesOfFreedom, explained, readings] = [0, 0, 0, 0];
  for (const reps of lessons.filter((l) => l.length > 1)) {
    const mean = reps.reduce((sum, r) => sum + r.handedAzimuthRad, 0) / reps.length;
    squares += reps.reduce((sum, r) => sum + (r.handedAzimuthRad - mean) ** 2, 0);
    explained += reps.reduce((sum, r) => sum + r.measurementUncertaintyRad ** 2, 0);
    degreesOfFreedom += reps.length - 1;
    readings += reps.length;
  }
  if (degreesOfFreedom < ENOUGH) return { sdRad: usualSdRad, degreesOfFreedom, learned: false };
  const sdRad = posteriorSdRad(squares, degreesOfFreedom, explained / readings);
  return { sdRad, degreesOfFreedom, learned: true };
}
