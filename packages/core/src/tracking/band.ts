import { type LevelEstimate, type LevelObservation } from './local-level.ts';

/** How far students walk in a month at most, standard deviation, rad. */
const GREATEST_MONTH_RAD = (8 * Math.PI) / 180;
const MONTH_DAYS = 30;
const STEPS = 40;

interface Walked {
  readonly level: LevelEstimate;
  /** Of everything up to here. */
  readonly logLikelihood: number;
}

/** Level and likelihood after each lesson, for one q. */
function walk(observations: readonly LevelObservation[], q: number): readonly Walked[] {
  const walked: Walked[] = [];
  for (const [i, { day, value, variance }] of observations.entries()) {
    const before = walked.at(-1);
    const previous = observations[i - 1];
    if (before === undefined || previous === undefined) {
      walked.push({ level: { mean: value, variance }, logLikelihood: 0 });
      continue;
    }
    const predicted = before.level.variance + q * (day - previous.day);
    const spread = predicted + variance;
    const innovation = value - before.level.mean;
    const gain = predicted / spread;
    walked.push({
      level: { mean: before.level.mean + gain * innovation, variance: predicted * (1 - gain) },
      logLikelihood: before.logLikelihood - 0.5 * (Math.log(spread) + innovation ** 2 / spread),
    });
  }
  return walked;
}

/**
 * The level at each lesson with a band that allows for how little a few lessons tell of how fast a student changes.
 *
 * With q taken as the likeliest one, the band of a student who does change covers the truth in nine cases of ten only:
 * few lessons often look as if nothing walked. Here every q counts by its likelihood, all walks of up to 8° a month
 * alike beforehand: mean Σ w·m, variance Σ w·(P + m²) − mean².
 *
 * @param observations a lesson's mean with its variance R, in order of their days
 * @example levelBands([{ day: 0, value: 0.5, variance: 0.25 }])[0].mean // 0.5
 */
export function levelBands(observations: readonly LevelObservation[]): readonly LevelEstimate[] {
  const walks = Array.from({ length: STEPS + 1 }, (_, i) =>
    walk(observations, ((i / STEPS) * GREATEST_MONTH_RAD) ** 2 / MONTH_DAYS),
  );
  return observations.map((_, lesson) => {
    const here = walks.flatMap((w) => w[lesson] ?? []);
    const likeliest = Math.max(...here.map((h) => h.logLikelihood));
    let [weights, mean, squares] = [0, 0, 0];
    for (const { level, logLikelihood } of here) {
      const weight = Math.exp(logLikelihood - likeliest);
      weights += weight;
      mean += weight * level.mean;
      squares += weight * (level.variance + level.mean ** 2);
    }
    mean /= weights;
    return { mean, variance: squares / weights - mean ** 2 };
  });
}
