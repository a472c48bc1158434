import { alongRod, alongTargetLine, DEFAULT_BASE_UNCERTAINTY_M } from '../observation/gaps.ts';
import { type Observation } from '../observation/observation.ts';
import { type Estimate } from '../uncertainty/combine.ts';
import { conformity, type DecisionLimits, type Tolerance, verdictOf } from '../uncertainty/conformity.ts';
import { endUncertainty } from '../uncertainty/end-uncertainty.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { type WouldSettle } from './setup.ts';

const MOST_REPEATS = 20;
const ROD_STEP_M = 0.05;
const LONGEST_ROD_STEPS = 30;

/** A line that cannot be told, and how it was judged. */
export interface Unsettled {
  /** φ and u without the target line, rad. */
  readonly estimate: Estimate;
  readonly targetLineUncertaintyRad: number;
  readonly tolerance: Tolerance;
  readonly limits: DecisionLimits;
  /** The line's only observation, or undefined when it has several. */
  readonly only: Observation | undefined;
}

/**
 * What would turn "can't tell" into in or out if φ stayed where it is: repeats, a rod held across, or only a better
 * target line.
 */
export function wouldSettle(line: Unsettled): WouldSettle {
  const settles = (measurementUncertaintyRad: number): boolean => {
    const u = inQuadrature(measurementUncertaintyRad, line.targetLineUncertaintyRad);
    return verdictOf(conformity(line.estimate.value, u, line.tolerance), line.limits) !== 'cannot-tell';
  };
  // What the target line alone leaves open no reading can settle.
  if (!settles(0)) return { repeats: null, rodM: null, targetLine: line.targetLineUncertaintyRad > 0 };
  return {
    repeats: leastRepeats(line.estimate.standardUncertainty, settles),
    rodM: leastRod(line, settles),
    targetLine: false,
  };
}

function leastRepeats(standardUncertainty: number, settles: (u: number) => boolean): number | null {
  return leastCount(2, MOST_REPEATS, (n) => settles(standardUncertainty / Math.sqrt(n)));
}

function leastRod({ only, estimate }: Unsettled, settles: (u: number) => boolean): number | null {
  if (only?.by !== 'gaps') return null;
  const alongRodBase = only.baseAlong === 'rod';
  const perBase = alongRodBase ? Math.sin(estimate.value) : Math.tan(estimate.value);
  const uEnd = endUncertainty(only.line, { ...only, rod: true });
  const uBase = only.baseUncertaintyM ?? DEFAULT_BASE_UNCERTAINTY_M;
  // A rod held across reaches at least as far as the ends that were read.
  const shortest = Math.max(1, Math.ceil(only.baseM / ROD_STEP_M - 1e-9));
  const rodOf = (steps: number): number => (steps * 50) / 1000;
  const steps = leastCount(shortest, LONGEST_ROD_STEPS, (count) => {
    const reading = { difference: rodOf(count) * perBase, base: rodOf(count), uEnd, uBase };
    const withRod = alongRodBase ? alongRod('baseM', reading) : alongTargetLine(reading);
    return settles(withRod.standardUncertaintyRad);
  });
  return steps === null ? null : rodOf(steps);
}

/**
 * The least count from `from` to `most` that settles, or null. Halving finds it, because u falls with every repeat
 * and with every step of rod, and at a fixed φ a smaller u never unsettles a verdict.
 */
function leastCount(from: number, most: number, settles: (count: number) => boolean): number | null {
  if (from > most || !settles(most)) return null;
  let [low, high] = [from, most];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (settles(middle)) high = middle;
    else low = middle + 1;
  }
  return high;
}
