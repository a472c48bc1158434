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

/**
 * The re-address spread of a student and line: what set-ups of a lesson scatter beyond what the readings explain,
 * s_r² = max(0, s² − mean u²) with s² pooled within lessons.
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
  const variance = Math.max(0, squares / degreesOfFreedom - explained / readings);
  return { sdRad: Math.sqrt(variance), degreesOfFreedom, learned: true };
}
