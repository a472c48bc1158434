import { conformity, type Tolerance } from '../uncertainty/conformity.ts';
import { levelBands } from './band.ts';
import { changeBetween } from './change.ts';
import { flagsOf } from './flags.ts';
import { lessonSpread, observationVariance, pooledSpread } from './lesson-spread.ts';
import { filterLevels, type LevelEstimate, likeliestWalk, smoothLevels } from './local-level.ts';
import { requireSeries } from './require-series.ts';
import { type Level, type Series, type Track, type TrackedLesson } from './series.ts';

function toLevel({ mean, variance }: LevelEstimate, tolerance: Tolerance): Level {
  const standardDeviationRad = Math.sqrt(variance);
  return {
    levelRad: mean,
    standardDeviationRad,
    probabilityInTolerance: conformity(mean, standardDeviationRad, tolerance).conformanceProbability,
  };
}

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
  const { filtered, logLikelihood } = filterLevels(observations, q);
  const smoothed = smoothLevels(observations, filtered, q);
  const banded = levelBands(observations);
  const lessons = observations.flatMap(({ day, value, variance }, i): TrackedLesson[] => {
    const [spread, before, all, band] = [spreads[i], filtered[i], smoothed[i], banded[i]];
    if (spread === undefined || before === undefined || all === undefined || band === undefined) return [];
    return [
      {
        day,
        count: spread.count,
        meanRad: value,
        sdRad: spread.count > 1 ? Math.sqrt(spread.squares / (spread.count - 1)) : null,
        observationVariance: variance,
        filtered: toLevel(before, series.toleranceRad),
        smoothed: toLevel(all, series.toleranceRad),
        banded: toLevel(band, series.toleranceRad),
      },
    ];
  });
  return {
    pooledVariance: pooled.variance,
    q,
    logLikelihood,
    lessons,
    changes: series.lessons.slice(1).flatMap((lesson, i) => {
      const before = series.lessons[i];
      return before === undefined ? [] : [changeBetween(before, lesson, pooled)];
    }),
    flags: flagsOf(lessons),
  };
}
