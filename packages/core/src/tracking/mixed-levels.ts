import { radiansFromDegrees } from '../units/angle.ts';
import { conformity, type Tolerance } from '../uncertainty/conformity.ts';
import { filterLevels, type LevelEstimate, type LevelObservation, smoothLevels } from './local-level.ts';
import { type Level } from './series.ts';

/** How far students walk in a month at most, standard deviation, rad. */
const GREATEST_MONTH_RAD = radiansFromDegrees(8);
const MONTH_DAYS = 30;
const STEPS = 40;

/** Every walk that is thought possible, all alike beforehand: up to 8° a month. */
const WALKS: readonly number[] = Array.from(
  { length: STEPS + 1 },
  (_, k) => ((k / STEPS) * GREATEST_MONTH_RAD) ** 2 / MONTH_DAYS,
);

/** Levels at each lesson, and on a day to come. */
export interface MixedLevels {
  /** From this lesson and those before it. */
  readonly filtered: readonly Level[];
  /** From all lessons. */
  readonly smoothed: readonly Level[];
  readonly forecast: Level | null;
}

interface Weighed {
  readonly level: LevelEstimate;
  readonly weight: number;
}

/** A mixture as one level: mean Σwm, variance Σw(P + (m − m̄)²), probability Σwp. */
function mixed(parts: readonly Weighed[], tolerance: Tolerance): Level {
  const whole = parts.reduce((sum, { weight }) => sum + weight, 0);
  let mean = 0;
  for (const { level, weight } of parts) mean += (weight / whole) * level.mean;
  let [variance, probability] = [0, 0];
  for (const { level, weight } of parts) {
    variance += (weight / whole) * (level.variance + (level.mean - mean) ** 2);
    const within = conformity(level.mean, Math.sqrt(level.variance), tolerance);
    probability += (weight / whole) * within.conformanceProbability;
  }
  return {
    levelRad: mean,
    standardDeviationRad: Math.sqrt(variance),
    probabilityInTolerance: Math.min(1, probability),
  };
}

/**
 * The level at each lesson with a band that allows for how little a few lessons tell of how fast a student changes.
 *
 * With q taken as the likeliest one, the band of a student who does change covers the truth in nine cases of ten only:
 * few lessons often look as if nothing walked. Here every q counts by its likelihood: of the lessons up to then for
 * what was known then, of all lessons for the smoothed levels and the forecast.
 *
 * @param observations a lesson's mean with its variance R, in order of their days, at least one
 * @param forecastDay whole UTC days since 1970-01-01, at or after the last lesson
 */
export function mixedLevels(
  observations: readonly LevelObservation[],
  tolerance: Tolerance,
  forecastDay?: number,
): MixedLevels {
  const walks = WALKS.map((q) => {
    const { filtered, logLikelihoods } = filterLevels(observations, q);
    return { q, filtered, logLikelihoods, smoothed: smoothLevels(observations, filtered, q) };
  });
  const weightsAt = (lesson: number): readonly number[] => {
    const logs = walks.map((w) => w.logLikelihoods[lesson] ?? 0);
    const most = Math.max(...logs);
    return logs.map((log) => Math.exp(log - most));
  };
  const last = observations.length - 1;
  const ofAll = weightsAt(last);
  const mixtureOf = (
    weights: readonly number[],
    levelOf: (walk: (typeof walks)[number]) => LevelEstimate | undefined,
  ): Level =>
    mixed(
      walks.flatMap((walk, k) => {
        const level = levelOf(walk);
        return level === undefined ? [] : [{ level, weight: weights[k] ?? 0 }];
      }),
      tolerance,
    );
  return {
    filtered: observations.map((_, i) => mixtureOf(weightsAt(i), (walk) => walk.filtered[i])),
    smoothed: observations.map((_, i) => mixtureOf(ofAll, (walk) => walk.smoothed[i])),
    forecast:
      forecastDay === undefined
        ? null
        : mixtureOf(ofAll, ({ q, filtered }) => {
            const level = filtered[last];
            const days = Math.max(0, forecastDay - (observations[last]?.day ?? forecastDay));
            return level && { mean: level.mean, variance: level.variance + q * days };
          }),
  };
}
