/**
 * Where a line of a student stands over lessons: a level that walks from lesson to lesson, and now and then begins anew
 * because the student changed. How fast it walks and how differently they stand from day to day is not known; every
 * way counts by how well it fits. Kalman filter and Rauch–Tung–Striebel smoother inside a piece (Durbin & Koopman 2012,
 * chapter 2), summed over all divisions into pieces.
 */
import { radiansFromDegrees } from '../units/angle.ts';
import { DAY_SD_RAD } from '../defaults/readdress.ts';
import { type Tolerance } from '../uncertainty/conformity.ts';
import { normalLowerTail, normalUpperTail } from '../uncertainty/normal.ts';
import { type Level } from './series.ts';

/** A lesson's mean as the model sees it. */
export interface LevelObservation {
  readonly day: number;
  /** y, rad. */
  readonly value: number;
  /** R > 0, without how differently they stand from day to day, rad². */
  readonly variance: number;
  /** The set-up was worked on in this lesson. */
  readonly workedOn: boolean;
}

/** Levels at each lesson, and on a day to come. */
export interface LevelsInPieces {
  /** From this lesson and those before it. */
  readonly filtered: readonly Level[];
  /** From all lessons. */
  readonly smoothed: readonly Level[];
  readonly forecast: Level | null;
  /** Variance of the walk, rad² a day, on average over what is likely. */
  readonly q: number;
  /** s_d, rad, root mean square over what is likely. */
  readonly daySdRad: number;
}

const DEG = radiansFromDegrees(1);
const MONTH_DAYS = 30;
/** Where a piece may begin: standard deviation about square. */
const BEGINS_SD_RAD = 5 * DEG;
/** That a student changes between two lessons, by itself and after work on the set-up. */
const CHANGES = { byItself: 0.1, afterWork: 0.5 } as const;

/** How fast a level may walk, ° in a month, with how likely that is. */
const WALKS = [0, 0.5, 1, 1.5, 2, 3, 4, 6].map((month) => ({
  q: (month * DEG) ** 2 / MONTH_DAYS,
  weight: 1 / (1 + month ** 2),
}));

/** Scaled inverse χ² of s_d² with four degrees of freedom. */
const DAY_FREEDOM = 4;
/** How differently they may stand from day to day, with how likely that is. */
const DAYS = Array.from({ length: 12 }, (_, j) => {
  const sdRad = 0.25 * (j + 1) * DEG;
  const weight =
    (sdRad / DEG) ** -(DAY_FREEDOM + 1) * Math.exp((-DAY_FREEDOM * DAY_SD_RAD ** 2) / (2 * sdRad ** 2));
  return { sdRad, weight };
});

/** What weighs less than this of all pieces under the likeliest spreads is left out. */
const LEAST_SHARE = 1e-7;

/** One walk with one spread from day to day, filtered in every piece that may begin at each lesson. */
interface Cell {
  readonly q: number;
  readonly dayVariance: number;
  readonly logWeight: number;
  /** Of the piece that began at `start`, at `lesson`: start·n + lesson. */
  readonly means: Float64Array;
  readonly variances: Float64Array;
  /** Log of the likelihood of the lessons from the start to this one, and that no other piece began between them. */
  readonly logs: Float64Array;
  /** Log of everything before the piece, and that it begins. */
  readonly before: Float64Array;
  /** Log of everything after a piece that ends at a lesson. */
  readonly after: Float64Array;
}

function changesBefore(observations: readonly LevelObservation[], lesson: number): number {
  return observations[lesson - 1]?.workedOn === true ? CHANGES.afterWork : CHANGES.byItself;
}

/** ln Σ exp of the first so many. */
function logSum(logs: Float64Array, count: number): number {
  let most = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < count; i++) most = Math.max(most, logs[i] as number);
  if (most === Number.NEGATIVE_INFINITY) return most;
  let sum = 0;
  for (let i = 0; i < count; i++) sum += Math.exp((logs[i] as number) - most);
  return most + Math.log(sum);
}

function cellOf(
  observations: readonly LevelObservation[],
  { q, dayVariance, logWeight }: Pick<Cell, 'q' | 'dayVariance' | 'logWeight'>,
): Cell {
  const n = observations.length;
  const means = new Float64Array(n * n);
  const variances = new Float64Array(n * n);
  const logs = new Float64Array(n * n);
  const stays = Float64Array.from(observations, (_, i) => Math.log(1 - changesBefore(observations, i)));
  for (let start = 0; start < n; start++) {
    let [mean, variance, log] = [0, BEGINS_SD_RAD ** 2, 0];
    for (let i = start; i < n; i++) {
      const { day, value, variance: read } = observations[i] as LevelObservation;
      if (i > start) {
        variance += q * (day - (observations[i - 1] as LevelObservation).day);
        log += stays[i] as number;
      }
      const spread = variance + read + dayVariance;
      const off = value - mean;
      log -= 0.5 * (Math.log(2 * Math.PI * spread) + (off * off) / spread);
      const gain = variance / spread;
      mean += gain * off;
      variance *= 1 - gain;
      means[start * n + i] = mean;
      variances[start * n + i] = variance;
      logs[start * n + i] = log;
    }
  }
  const before = new Float64Array(n);
  const others = new Float64Array(n);
  for (let start = 1; start < n; start++) {
    for (let k = 0; k < start; k++) others[k] = (before[k] as number) + (logs[k * n + start - 1] as number);
    before[start] = Math.log(changesBefore(observations, start)) + logSum(others, start);
  }
  const after = new Float64Array(n);
  for (let end = n - 2; end >= 0; end--) {
    const next = end + 1;
    for (let last = next; last < n; last++) {
      others[last - next] = (logs[next * n + last] as number) + (after[last] as number);
    }
    after[end] = Math.log(changesBefore(observations, next)) + logSum(others, n - next);
  }
  return { q, dayVariance, logWeight, means, variances, logs, before, after };
}

/** Beyond so many standard deviations less than 1e-9 is left. */
const FARTHEST = 6;

/** A sum of normal distributions as it grows. */
class Mixture {
  private whole = 0;
  private mean = 0;
  private square = 0;
  private inside = 0;

  private readonly low: number;
  private readonly high: number;

  constructor([low, high]: Tolerance) {
    [this.low, this.high] = [low, high];
  }

  add(weight: number, mean: number, variance: number): void {
    this.whole += weight;
    this.mean += weight * mean;
    this.square += weight * (variance + mean * mean);
    this.inside += weight * this.insideOf(mean, Math.sqrt(variance));
  }

  /** A quarter of a million of them a track: nothing is made for each, and tails that far out say nothing. */
  private insideOf(mean: number, sd: number): number {
    const [low, high] = [(this.low - mean) / sd, (this.high - mean) / sd];
    if (low > FARTHEST || high < -FARTHEST) return 0;
    const below = low < -FARTHEST ? 0 : normalLowerTail(low);
    const above = high > FARTHEST ? 0 : normalUpperTail(high);
    return Math.max(0, 1 - below - above);
  }

  level(): Level {
    const mean = this.mean / this.whole;
    return {
      levelRad: mean,
      standardDeviationRad: Math.sqrt(Math.max(0, this.square / this.whole - mean ** 2)),
      probabilityInTolerance: Math.min(1, this.inside / this.whole),
    };
  }
}

/** Log weights at a lesson of the piece that is under way, cell by cell and start by start. */
function underWay(cells: readonly Cell[], lesson: number, n: number): readonly Float64Array[] {
  return cells.map(({ logWeight, before, logs }) => {
    const weights = new Float64Array(lesson + 1);
    for (let start = 0; start <= lesson; start++) {
      weights[start] = logWeight + (before[start] as number) + (logs[start * n + lesson] as number);
    }
    return weights;
  });
}

function mostOf(logs: readonly Float64Array[]): number {
  return logs.reduce((most, of) => Math.max(most, logSum(of, of.length)), Number.NEGATIVE_INFINITY);
}

/**
 * The level at each lesson with a band that allows for everything that is not known of how this student changes.
 *
 * @param observations in order of their days, at least one
 * @param known `daySdRad`: s_d is this and not estimated; `forecastDay`: whole UTC days, at or after the last lesson
 */
export function levelsInPieces(
  observations: readonly LevelObservation[],
  tolerance: Tolerance,
  {
    daySdRad,
    forecastDay,
  }: { readonly daySdRad?: number | undefined; readonly forecastDay?: number | undefined } = {},
): LevelsInPieces {
  const n = observations.length;
  const days = daySdRad === undefined ? DAYS : [{ sdRad: daySdRad, weight: 1 }];
  const cells = WALKS.flatMap((walk) =>
    days.map((day) =>
      cellOf(observations, {
        q: walk.q,
        dayVariance: day.sdRad ** 2,
        logWeight: Math.log(walk.weight * day.weight),
      }),
    ),
  );
  const filteredAt = (lesson: number, ahead: number): Level => {
    const logs = underWay(cells, lesson, n);
    const most = mostOf(logs);
    const mixture = new Mixture(tolerance);
    cells.forEach(({ q, means, variances }, c) => {
      const of = logs[c] as Float64Array;
      for (let start = 0; start <= lesson; start++) {
        const weight = Math.exp((of[start] as number) - most);
        if (weight < LEAST_SHARE) continue;
        const at = start * n + lesson;
        mixture.add(weight, means[at] as number, (variances[at] as number) + q * ahead);
      }
    });
    return mixture.level();
  };
  const ahead = forecastDay === undefined ? 0 : forecastDay - (observations[n - 1]?.day ?? forecastDay);
  return {
    filtered: observations.map((_, lesson) => filteredAt(lesson, 0)),
    smoothed: smoothed(cells, observations, tolerance),
    forecast: forecastDay === undefined ? null : filteredAt(n - 1, Math.max(0, ahead)),
    ...spreadsOf(cells, n),
  };
}

function spreadsOf(cells: readonly Cell[], n: number): Pick<LevelsInPieces, 'q' | 'daySdRad'> {
  const logs = underWay(cells, n - 1, n).map((of) => logSum(of, n));
  const most = Math.max(...logs);
  let [whole, q, dayVariance] = [0, 0, 0];
  cells.forEach((cell, c) => {
    const weight = Math.exp((logs[c] as number) - most);
    whole += weight;
    q += weight * cell.q;
    dayVariance += weight * cell.dayVariance;
  });
  return { q: q / whole, daySdRad: Math.sqrt(dayVariance / whole) };
}

function smoothed(
  cells: readonly Cell[],
  observations: readonly LevelObservation[],
  tolerance: Tolerance,
): readonly Level[] {
  const n = observations.length;
  const mixtures = observations.map(() => new Mixture(tolerance));
  const logOf = ({ logWeight, before, logs, after }: Cell, start: number, end: number): number =>
    logWeight + (before[start] as number) + (logs[start * n + end] as number) + (after[end] as number);
  const wholes = underWay(cells, n - 1, n).map((of) => logSum(of, n));
  const most = Math.max(...wholes);
  for (const [c, cell] of cells.entries()) {
    if (Math.exp((wholes[c] as number) - most) < LEAST_SHARE) continue;
    for (let start = 0; start < n; start++) {
      for (let end = start; end < n; end++) {
        const weight = Math.exp(logOf(cell, start, end) - most);
        if (weight < LEAST_SHARE) continue;
        backward(cell, { start, end, weight }, observations, mixtures);
      }
    }
  }
  return mixtures.map((mixture) => mixture.level());
}

/** Smooths one piece, each of its lessons into the mixture there. */
function backward(
  { q, means, variances }: Cell,
  { start, end, weight }: { readonly start: number; readonly end: number; readonly weight: number },
  observations: readonly LevelObservation[],
  mixtures: readonly Mixture[],
): void {
  const n = observations.length;
  let mean = means[start * n + end] as number;
  let variance = variances[start * n + end] as number;
  mixtures[end]?.add(weight, mean, variance);
  for (let i = end - 1; i >= start; i--) {
    const [own, ownVariance] = [means[start * n + i] as number, variances[start * n + i] as number];
    const days = (observations[i + 1] as LevelObservation).day - (observations[i] as LevelObservation).day;
    const predicted = ownVariance + q * days;
    const gain = ownVariance / predicted;
    mean = own + gain * (mean - own);
    variance = ownVariance + gain ** 2 * (variance - predicted);
    mixtures[i]?.add(weight, mean, variance);
  }
}
