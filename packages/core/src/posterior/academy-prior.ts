import { logEvidence } from './belief.ts';
import { lessonOf } from './lesson.ts';
import { type PosteriorGround } from './posterior.ts';
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
 * How well a student's first check fits each kind of student, as the log of the evidence.
 *
 * @returns in the order of the prior, each finite
 * @example kindEvidence(SHIPPED_PRIOR, { readings: [], targetLineUncertaintyRad: 0.01, readdressSdRad: 0.03, daySdRad: 0.01 }).length // 75
 */
export function kindEvidence(prior: readonly PriorComponent[], check: FirstCheck): readonly number[] {
  const { summed } = lessonOf([{ ...check, name: 'first', onLineOf: 'first' }], check.daySdRad);
  return logEvidence(prior, summed);
}

/**
 * The prior with the weights that an academy's own students give it, by expectation and maximisation over their first
 * cold checks: w ← (10·w₀ + Σ responsibilities)/(10 + N).
 *
 * @param shipped weights sum to 1
 * @param evidence of each student how well they fit each kind, as `kindEvidence` gives it
 * @returns the shipped prior unchanged where there are fewer than 20 students
 * @example academyPrior(SHIPPED_PRIOR, []).length // 75
 */
export function academyPrior(
  shipped: readonly PriorComponent[],
  evidence: readonly (readonly number[])[],
): readonly PriorComponent[] {
  if (evidence.length < ENOUGH_STUDENTS) return shipped;
  const kinds = shipped.length;
  // Told against the kind that fits best, so that no exponential leaves the range of numbers.
  const fits = evidence.map((logs) => {
    const best = logs.reduce((most, log) => Math.max(most, log), Number.NEGATIVE_INFINITY);
    return Float64Array.from(logs, (log) => Math.exp(log - best));
  });
  let weights = Float64Array.from(shipped, (c) => c.weight);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const next = Float64Array.from(shipped, (c) => SHIPPED_WEIGH * c.weight);
    for (const fit of fits) {
      let whole = 0;
      for (let k = 0; k < kinds; k++) whole += (weights[k] as number) * (fit[k] as number);
      for (let k = 0; k < kinds; k++) {
        next[k] = (next[k] as number) + ((weights[k] as number) * (fit[k] as number)) / whole;
      }
    }
    let moved = 0;
    for (let k = 0; k < kinds; k++) {
      next[k] = (next[k] as number) / (SHIPPED_WEIGH + fits.length);
      moved = Math.max(moved, Math.abs((next[k] as number) - (weights[k] as number)));
    }
    weights = next;
    if (moved < SETTLED) break;
  }
  return shipped.map((component, i) => ({ ...component, weight: weights[i] ?? 0 }));
}
