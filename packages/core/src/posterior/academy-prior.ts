import { normalisedWeights } from './belief.ts';
import { logEvidence, type PosteriorGround } from './posterior.ts';
import { type PriorComponent } from './prior.ts';

/** How many students the shipped prior weighs as much as. */
const SHIPPED_WEIGH = 10;
const MOST_ROUNDS = 200;
/** No weight moves by more than this any more. */
const SETTLED = 1e-9;
/** With fewer students than this an academy says too little of who comes to it. */
export const ENOUGH_STUDENTS = 20;

/** The first cold check of a student. */
export type FirstCheck = Omit<PosteriorGround, 'prior' | 'earlier' | 'points' | 'order' | 'tolerancesRad'>;

/**
 * The prior with the weights that an academy's own students give it, by expectation and maximisation over their first
 * cold checks: w ← (10·w₀ + Σ responsibilities)/(10 + N).
 *
 * @param shipped weights sum to 1
 * @param firstChecks one of each student
 * @returns the shipped prior unchanged where there are fewer than 20 students
 * @example academyPrior(SHIPPED_PRIOR, []).length // 81
 */
export function academyPrior(
  shipped: readonly PriorComponent[],
  firstChecks: readonly FirstCheck[],
): readonly PriorComponent[] {
  if (firstChecks.length < ENOUGH_STUDENTS) return shipped;
  const evidence = firstChecks.map((check) => logEvidence({ ...check, prior: shipped }));
  let weights: readonly number[] = shipped.map((c) => c.weight);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const sums = shipped.map((c) => SHIPPED_WEIGH * c.weight);
    for (const logs of evidence) {
      responsibilities(weights, logs).forEach((r, i) => (sums[i] = (sums[i] ?? 0) + r));
    }
    const next = sums.map((sum) => sum / (SHIPPED_WEIGH + firstChecks.length));
    const moved = next.reduce((most, w, i) => Math.max(most, Math.abs(w - (weights[i] ?? 0))), 0);
    weights = next;
    if (moved < SETTLED) break;
  }
  return shipped.map((component, i) => ({ ...component, weight: weights[i] ?? 0 }));
}

/** How probably a student is of each kind. @param logs log evidence of each kind for what was read of them */
function responsibilities(weights: readonly number[], logs: readonly number[]): readonly number[] {
  const members = weights.map((w, i) => ({ logWeight: Math.log(w) + (logs[i] ?? 0), mean: NOTHING }));
  return normalisedWeights([{ members, covariance: NOTHING }])[0] ?? [];
}

const NOTHING = new Float64Array(0);
