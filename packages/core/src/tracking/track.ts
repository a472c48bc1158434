import { changesOf } from './change.ts';
import { flagsOf } from './flags.ts';
import { lessonSpread, observationVariance, pooledSpread } from './lesson-spread.ts';
import { likeliestWalk, logLikelihoodOf } from './local-level.ts';
import { mixedLevels } from './mixed-levels.ts';
import { requireSeries } from './require-series.ts';
import { type Series, type Track, type TrackedLesson } from './series.ts';

/**
 * Follows one line over lessons: within-lesson spread, level with band, changes that are real, relapse and stability.
 *
 * @throws RefusedInput for a series that cannot be tracked
 * @example trackSeries({ line: 'toes', toleranceRad: [-0.05, 0.05], lessons: [{ day: 0, targetLineUncertaintyRad: 0, reps: [{ handedAzimuthRad: 0.1, measurementUncertaintyRad: 0.01 }] }] }).lessons[0].filtered.levelRad // 0.1
 */
export function trackSeries(series: Series): Track {
  requireSeries(series);
  const pooled = pooledSpread(series.lessons);
  const spreads = series.lessons.map((l) => lessonSpread(l.reps));
  const observations = series.lessons.map((lesson, i) => ({
    day: lesson.day,
    value: spreads[i]?.meanRad ?? 0,
    variance: observationVariance(lesson, pooled),
  }));
  const q = observations.length > 1 ? likeliestWalk(observations) : 0;
  const levels = mixedLevels(observations, series.toleranceRad, series.forecastDay);
  const lessons = observations.flatMap(({ day, value, variance }, i): TrackedLesson[] => {
    const [spread, filtered, smoothed] = [spreads[i], levels.filtered[i], levels.smoothed[i]];
    if (spread === undefined || filtered === undefined || smoothed === undefined) return [];
    return [
      {
        day,
        count: spread.count,
        meanRad: value,
        sdRad: spread.count > 1 ? Math.sqrt(spread.squares / (spread.count - 1)) : null,
        observationVariance: variance,
        filtered,
        smoothed,
      },
    ];
  });
  return {
    pooledVariance: pooled.variance,
    q,
    logLikelihood: logLikelihoodOf(observations, q),
    lessons,
    changes: changesOf(series.lessons, pooled),
    forecast: levels.forecast,
    flags: flagsOf(lessons),
  };
}
