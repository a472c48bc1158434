import { READDRESS_SD_RAD } from '../defaults/readdress.ts';
import { type Rep, type SeriesLesson } from './series.ts';

/** The spread within lessons, pooled over a series. */
export interface PooledSpread {
  /** rad² */
  readonly variance: number;
  /** Σ(n − 1); 0 where no lesson has two reps and the variance is the known one. */
  readonly degreesOfFreedom: number;
}

/** One lesson's reps in short. */
export interface LessonSpread {
  readonly count: number;
  readonly meanRad: number;
  /** Σ(y − mean)², rad². */
  readonly squares: number;
  /** Mean of the reps' u², rad². */
  readonly meanSquareUncertainty: number;
}

/** Mean and spread of a lesson's reps. @param reps at least one */
export function lessonSpread(reps: readonly Rep[]): LessonSpread {
  const count = reps.length;
  const meanRad = reps.reduce((sum, r) => sum + r.handedAzimuthRad, 0) / count;
  return {
    count,
    meanRad,
    squares: reps.reduce((sum, r) => sum + (r.handedAzimuthRad - meanRad) ** 2, 0),
    meanSquareUncertainty: reps.reduce((sum, r) => sum + r.measurementUncertaintyRad ** 2, 0) / count,
  };
}

/**
 * The within-lesson variance Σ(y − mean)² over all lessons / Σ(n − 1); where no lesson has two reps, what stepping in and
 * reading spread, taken as known: s_r² + the mean u² of all reps.
 *
 * @param readdressSdRad s_r, rad
 * @example pooledSpread([]).degreesOfFreedom // 0
 */
export function pooledSpread(
  lessons: readonly SeriesLesson[],
  readdressSdRad = READDRESS_SD_RAD,
): PooledSpread {
  const spreads = lessons.map((l) => lessonSpread(l.reps));
  const degreesOfFreedom = spreads.reduce((sum, s) => sum + s.count - 1, 0);
  const all = lessons.flatMap(({ reps }) => reps);
  const read = all.reduce((sum, r) => sum + r.measurementUncertaintyRad ** 2, 0) / Math.max(1, all.length);
  return degreesOfFreedom === 0
    ? { variance: readdressSdRad ** 2 + read, degreesOfFreedom: 0 }
    : { variance: spreads.reduce((sum, s) => sum + s.squares, 0) / degreesOfFreedom, degreesOfFreedom };
}

/** R of a lesson's mean: max(pooled s², mean u² of its reps)/n + u(T)², rad². */
export function observationVariance(lesson: SeriesLesson, pooled: PooledSpread): number {
  const { count, meanSquareUncertainty } = lessonSpread(lesson.reps);
  return Math.max(pooled.variance, meanSquareUncertainty) / count + lesson.targetLineUncertaintyRad ** 2;
}
