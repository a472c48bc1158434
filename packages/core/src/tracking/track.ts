import { beforeAfterOf } from './before-after.ts';
import { changesOf } from './change.ts';
import { flagsOf } from './flags.ts';
import { lessonSpread, observationVariance, pooledSpread } from './lesson-spread.ts';
import { levelsInPieces } from './level-in-pieces.ts';
import { requireSeries } from './require-series.ts';
import { type Series, type Track, type TrackedLesson } from './series.ts';

/**
 * Follows one line over lessons: within-lesson spread, level with band, changes that are real, relapse and stability.
 *
 * @throws RefusedInput for a series that cannot be tracked
 * @example trackSeries({ line: 'toes', toleranceRad: [-0.05, 0.05], lessons: [{ day: 0, targetLineUncertaintyRad: 0, reps: [{ handedAzimuthRad: 0.1, measurementUncertaintyRad: 0.01 }] }] }).lessons[0].filtered.levelRad // 0.08219145...
 */
export function trackSeries(series: Series): Track {
  requireSeries(series);
  const pooled = pooledSpread(series.lessons, series.readdressSdRad);
  const spreads = series.lessons.map((l) => lessonSpread(l.reps));
  const observations = series.lessons.map((lesson, i) => ({
    day: lesson.day,
    value: spreads[i]?.meanRad ?? 0,
    variance: observationVariance(lesson, pooled),
    workedOn: lesson.workedOn ?? false,
  }));
  const levels = levelsInPieces(observations, series.toleranceRad, series);
  const { q, daySdRad } = levels;
  const means = observations.map(({ day, value, variance }) => ({ day, meanRad: value, variance }));
  const lessons = observations.flatMap(({ day, value, variance }, i): TrackedLesson[] => {
    const [spread, filtered, smoothed] = [spreads[i], levels.filtered[i], levels.smoothed[i]];
    if (spread === undefined || filtered === undefined || smoothed === undefined) return [];
    return [
      {
        day,
        count: spread.count,
        meanRad: value,
        sdRad: spread.count > 1 ? Math.sqrt(spread.squares / (spread.count - 1)) : null,
        observationVariance: variance + daySdRad ** 2,
        filtered,
        smoothed,
      },
    ];
  });
  return {
    pooledVariance: pooled.variance,
    q,
    daySdRad,
    lessons,
    changes: changesOf(series.lessons, { pooled, daySdRad, lessons: lessons.length }),
    beforeAfter: beforeAfterOf(means, series.markedDay),
    forecast: levels.forecast,
    flags: flagsOf(lessons),
  };
}
