/**
 * The local-level model: a level that walks at random with variance q per day, seen at uneven days with unequal
 * variances. Kalman filter and Rauch–Tung–Striebel smoother, Durbin & Koopman 2012, chapter 2.
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

/** What the filter leaves behind. */
export interface FilteredLevels {
  readonly filtered: readonly LevelEstimate[];
  /** Of everything up to each observation, conditional on the first. */
  readonly logLikelihoods: readonly number[];
}

/**
 * Filters the observations with a given q; the first filtered level is the first observation with its variance.
 *
 * @param q rad² a day, ≥ 0
 */
export function filterLevels(observations: readonly LevelObservation[], q: number): FilteredLevels {
  const filtered: LevelEstimate[] = [];
  const logLikelihoods: number[] = [];
  let logLikelihood = 0;
  let before: { readonly day: number; readonly level: LevelEstimate } | undefined;
  for (const { day, value, variance } of observations) {
    let level: LevelEstimate = { mean: value, variance };
    if (before !== undefined) {
      const predicted = before.level.variance + q * (day - before.day);
      const innovation = value - before.level.mean;
      const spread = predicted + variance;
      const gain = predicted / spread;
      logLikelihood -= 0.5 * (Math.log(2 * Math.PI * spread) + innovation ** 2 / spread);
      level = { mean: before.level.mean + gain * innovation, variance: predicted * (1 - gain) };
    }
    filtered.push(level);
    logLikelihoods.push(logLikelihood);
    before = { day, level };
  }
  return { filtered, logLikelihoods };
}

/** Levels from all observations, backward from the last filtered one. */
export function smoothLevels(
  observations: readonly LevelObservation[],
  filtered: readonly LevelEstimate[],
  q: number,
): readonly LevelEstimate[] {
  const smoothed = [...filtered];
  for (let i = filtered.length - 2; i >= 0; i--) {
    const [here, there] = [observations[i], observations[i + 1]];
    const [level, next] = [filtered[i], smoothed[i + 1]];
    if (here === undefined || there === undefined || level === undefined || next === undefined) continue;
    const predicted = level.variance + q * (there.day - here.day);
    const gain = level.variance / predicted;
    smoothed[i] = {
      mean: level.mean + gain * (next.mean - level.mean),
      variance: level.variance + gain ** 2 * (next.variance - predicted),
    };
  }
  return smoothed;
}

/** Of all observations, conditional on the first. */
export function logLikelihoodOf(observations: readonly LevelObservation[], q: number): number {
  return filterLevels(observations, q).logLikelihoods.at(-1) ?? 0;
}

/** Golden section of an interval. */
const GOLDEN = (Math.sqrt(5) - 1) / 2;
/** Least and greatest q looked at, in units of the largest variance per day, and how finely. */
const LEAST_LOG_Q = -14;
const GREATEST_LOG_Q = 4;
const STEPS = 72;

/**
 * The q ≥ 0 that maximises the likelihood: a look over eighteen powers of ten, then golden sections about the best,
 * and 0 where nothing beats standing still.
 *
 * @returns rad² a day, to about 1e-6 of itself
 */
export function likeliestWalk(observations: readonly LevelObservation[]): number {
  const scale = Math.max(...observations.map((o) => o.variance));
  const likelihood = (logQ: number): number => logLikelihoodOf(observations, scale * 10 ** logQ);
  const step = (GREATEST_LOG_Q - LEAST_LOG_Q) / STEPS;
  let best = { logQ: LEAST_LOG_Q, value: Number.NEGATIVE_INFINITY };
  for (let i = 0; i <= STEPS; i++) {
    const logQ = LEAST_LOG_Q + i * step;
    const value = likelihood(logQ);
    if (value > best.value) best = { logQ, value };
  }
  let [low, high] = [best.logQ - step, best.logQ + step];
  while (high - low > 1e-9) {
    const third = high - GOLDEN * (high - low);
    const twoThirds = low + GOLDEN * (high - low);
    if (likelihood(third) > likelihood(twoThirds)) high = twoThirds;
    else low = third;
  }
  const logQ = (low + high) / 2;
  const still = logLikelihoodOf(observations, 0);
  // At the foot of the range the walk is so small that it cannot be told from none.
  return likelihood(logQ) > still && logQ > LEAST_LOG_Q + step ? scale * 10 ** logQ : 0;
}
