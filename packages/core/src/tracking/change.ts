import { falseDiscoveries } from '../uncertainty/false-discoveries.ts';
import { studentT975, studentTwoSided } from '../uncertainty/student-t.ts';
import { lessonSpread, type PooledSpread } from './lesson-spread.ts';
import { type Change, type SeriesLesson } from './series.ts';

/** What is known of how a student stands, from the whole series. */
export interface SpreadOfSeries {
  /** Within lessons. */
  readonly pooled: PooledSpread;
  /** s_d, rad. */
  readonly daySdRad: number;
  /** Lessons that s_d was estimated from. */
  readonly lessons: number;
}

/** Freedom of what is known of s_d before any lesson. */
const DAY_FREEDOM = 4;

interface Side {
  readonly meanRad: number;
  /** Its spread is that of all lessons: it has a single set-up. */
  readonly pooled: boolean;
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
    pooled: count === 1,
    meanVariance: Math.max(own, meanSquareUncertainty) / count,
    degreesOfFreedom: count > 1 ? count - 1 : pooled.degreesOfFreedom,
  };
}

/** Level at which a change that somebody chose to look at is called real. */
export const CHANGE_LEVEL = 0.05;

/**
 * Degrees of freedom by Welch and Satterthwaite. Two pooled spreads are one estimate, not two: they are summed before
 * they are squared.
 */
function freedomOf(
  from: Side,
  to: Side,
  variance: number,
  { pooled, daySdRad, lessons }: SpreadOfSeries,
): number | null {
  const ofDays = (2 * daySdRad ** 2) ** 2 / (DAY_FREEDOM + lessons - 1);
  if (pooled.degreesOfFreedom === 0) return ofDays === 0 ? null : variance ** 2 / ofDays;
  const own = from.meanVariance ** 2 / from.degreesOfFreedom + to.meanVariance ** 2 / to.degreesOfFreedom;
  const together =
    from.pooled || to.pooled ? (2 * from.meanVariance * to.meanVariance) / pooled.degreesOfFreedom : 0;
  return variance ** 2 / (ofDays + own + together);
}

/**
 * The change from one lesson to another, and whether it is real when it is looked at alone: p ≤ 0.05 with
 * u² = sₐ²/nₐ + s_b²/n_b + 2·s_d² + u(T)ₐ² + u(T)_b².
 *
 * @param spread of the whole series
 * @example changeBetween({ day: 0, targetLineUncertaintyRad: 0, reps: [{ handedAzimuthRad: 0.1, measurementUncertaintyRad: 0.01 }] }, { ...{ day: 0, targetLineUncertaintyRad: 0, reps: [{ handedAzimuthRad: 0.1, measurementUncertaintyRad: 0.01 }] }, day: 7 }, { pooled: { variance: 0.0012, degreesOfFreedom: 0 }, daySdRad: 0.01, lessons: 2 }).real // false
 */
export function changeBetween(a: SeriesLesson, b: SeriesLesson, spread: SpreadOfSeries): Change {
  const { pooled, daySdRad } = spread;
  const [from, to] = [sideOf(a, pooled), sideOf(b, pooled)];
  const variance =
    from.meanVariance +
    to.meanVariance +
    2 * daySdRad ** 2 +
    a.targetLineUncertaintyRad ** 2 +
    b.targetLineUncertaintyRad ** 2;
  const degreesOfFreedom = freedomOf(from, to, variance, spread);
  const deltaRad = to.meanRad - from.meanRad;
  const uncertaintyRad = Math.sqrt(variance);
  const pValue = studentTwoSided(deltaRad / uncertaintyRad, degreesOfFreedom);
  return {
    deltaRad,
    uncertaintyRad,
    degreesOfFreedom,
    minimalDetectableChangeRad: studentT975(degreesOfFreedom) * uncertaintyRad,
    pValue,
    real: pValue <= CHANGE_LEVEL,
  };
}

/**
 * The changes between neighbouring lessons. They are looked at side by side, so that what is called real is controlled
 * over all of them: at most one in twenty of those is told of nothing.
 */
export function changesOf(lessons: readonly SeriesLesson[], spread: SpreadOfSeries): readonly Change[] {
  const changes = lessons.slice(1).flatMap((lesson, i) => {
    const before = lessons[i];
    return before === undefined ? [] : [changeBetween(before, lesson, spread)];
  });
  const real = falseDiscoveries(
    changes.map((c) => c.pValue),
    CHANGE_LEVEL,
  );
  return changes.map((change, i) => ({ ...change, real: real[i] ?? false }));
}
