import { studentT975 } from '../uncertainty/student-t.ts';
import { lessonSpread, type PooledSpread } from './lesson-spread.ts';
import { type Change, type SeriesLesson } from './series.ts';

interface Side {
  readonly meanRad: number;
  /** s²/n, rad². */
  readonly meanVariance: number;
  readonly degreesOfFreedom: number;
}

/** A lesson's s² is its own, or the pooled one for a single rep, and never below the mean u² of its reps. */
function sideOf(lesson: SeriesLesson, pooled: PooledSpread): Side {
  const { count, meanRad, squares, meanSquareUncertainty } = lessonSpread(lesson.reps);
  const own = count > 1 ? squares / (count - 1) : pooled.variance;
  return {
    meanRad,
    meanVariance: Math.max(own, meanSquareUncertainty) / count,
    degreesOfFreedom: count > 1 ? count - 1 : pooled.degreesOfFreedom,
  };
}

/**
 * The change from one lesson to another, and whether it is real: |Δ| > t₀.₉₇₅·u with
 * u² = sₐ²/nₐ + s_b²/n_b + u(T)ₐ² + u(T)_b² and degrees of freedom by Welch and Satterthwaite.
 *
 * @param pooled the within-lesson spread of the whole series
 * @example changeBetween({ day: 0, targetLineUncertaintyRad: 0, reps: [{ handedAzimuthRad: 0.1, measurementUncertaintyRad: 0.01 }] }, { ...{ day: 0, targetLineUncertaintyRad: 0, reps: [{ handedAzimuthRad: 0.1, measurementUncertaintyRad: 0.01 }] }, day: 7 }, { variance: 0.0012, degreesOfFreedom: 0 }).real // false
 */
export function changeBetween(a: SeriesLesson, b: SeriesLesson, pooled: PooledSpread): Change {
  const [from, to] = [sideOf(a, pooled), sideOf(b, pooled)];
  const variance =
    from.meanVariance + to.meanVariance + a.targetLineUncertaintyRad ** 2 + b.targetLineUncertaintyRad ** 2;
  const degreesOfFreedom =
    pooled.degreesOfFreedom === 0
      ? null
      : variance ** 2 /
        (from.meanVariance ** 2 / from.degreesOfFreedom + to.meanVariance ** 2 / to.degreesOfFreedom);
  const deltaRad = to.meanRad - from.meanRad;
  const uncertaintyRad = Math.sqrt(variance);
  const minimalDetectableChangeRad = studentT975(degreesOfFreedom) * uncertaintyRad;
  return {
    deltaRad,
    uncertaintyRad,
    degreesOfFreedom,
    minimalDetectableChangeRad,
    real: Math.abs(deltaRad) > minimalDetectableChangeRad,
  };
}
