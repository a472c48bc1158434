import { gapsAzimuth } from '../observation/gaps.ts';
import { type Observation } from '../observation/observation.ts';
import { type Estimate } from '../uncertainty/combine.ts';
import { conformity, type DecisionLimits, type Tolerance, verdictOf } from '../uncertainty/conformity.ts';
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
  return {
    repeats: leastRepeats(line.estimate.standardUncertainty, settles),
    rodM: leastRod(line, settles),
    targetLine: line.targetLineUncertaintyRad > 0 && !settles(0),
  };
}

function leastRepeats(standardUncertainty: number, settles: (u: number) => boolean): number | null {
  for (let n = 2; n <= MOST_REPEATS; n++) {
    if (settles(standardUncertainty / Math.sqrt(n))) return n;
  }
  return null;
}

function leastRod({ only, estimate }: Unsettled, settles: (u: number) => boolean): number | null {
  if (only?.by !== 'gaps') return null;
  const perBase = only.baseAlong === 'rod' ? Math.sin(estimate.value) : Math.tan(estimate.value);
  // A rod held across reaches at least as far as the ends that were read.
  const shortest = Math.ceil(only.baseM / ROD_STEP_M - 1e-9);
  for (let steps = Math.max(1, shortest); steps <= LONGEST_ROD_STEPS; steps++) {
    const baseM = (steps * 50) / 1000;
    const withRod = gapsAzimuth({ ...only, rod: true, baseM, leadGapM: 0, trailGapM: baseM * perBase });
    if (settles(withRod.standardUncertaintyRad)) return baseM;
  }
  return null;
}
