/**
 * The local-level model: a level that walks at random with variance q per day, seen at uneven days with unequal
 * variances. Kalman filter, Durbin & Koopman 2012, chapter 2.
 */

/** A lesson's mean as the model sees it. */
export interface LevelObservation {
  readonly day: number;
  /** y, rad. */
  readonly value: number;
  /** R > 0, rad². */
  readonly variance: number;
}

/** Mean and variance of the level, rad and rad². */
export interface LevelEstimate {
  readonly mean: number;
  readonly variance: number;
}

/**
 * Filters the observations with a given q; the first filtered level is the first observation with its variance.
 *
 * @param q rad² a day, ≥ 0
 */
export function filterLevels(observations: readonly LevelObservation[], q: number): readonly LevelEstimate[] {
  const filtered: LevelEstimate[] = [];
  let before: { readonly day: number; readonly level: LevelEstimate } | undefined;
  for (const { day, value, variance } of observations) {
    let level: LevelEstimate = { mean: value, variance };
    if (before !== undefined) {
      const predicted = before.level.variance + q * (day - before.day);
      const innovation = value - before.level.mean;
      const spread = predicted + variance;
      const gain = predicted / spread;
      level = { mean: before.level.mean + gain * innovation, variance: predicted * (1 - gain) };
    }
    filtered.push(level);
    before = { day, level };
  }
  return filtered;
}
