import { LANDMARK_UNCERTAINTY } from '../defaults/landmark.ts';
import { BASE_UNCERTAINTY_M } from '../defaults/tape.ts';
import { alongRod, alongTargetLine } from '../observation/ways/gaps.ts';
import { type Observation } from '../observation/observation.ts';
import { conformity, type DecisionLimits, type Tolerance, verdictOf } from '../uncertainty/conformity.ts';
import { type Parted, varianceOf } from '../uncertainty/covariance.ts';
import { endUncertainty } from '../uncertainty/end-uncertainty.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { seatingUncertainty } from '../uncertainty/seating.ts';
import { type CombinedLine } from '../combining/combine-line.ts';
import { type WouldSettle } from './setup.ts';

const MOST_REPEATS = 20;
const ROD_STEP_M = 0.05;
const LONGEST_ROD_STEPS = 30;

/** A line that cannot be told, and how it was judged. */
export interface Unsettled {
  readonly combined: CombinedLine;
  /** What of u(T) this line carries, rad. */
  readonly targetLineUncertaintyRad: number;
  readonly tolerance: Tolerance;
  readonly limits: DecisionLimits;
  /** The line's only observation, or undefined when it has several. */
  readonly only: Observation | undefined;
  /** How much wider this body is than usual. */
  readonly bodyScale: number;
}

/**
 * What would turn "can't tell" into in or out if φ stayed where it is: repeats, a rod held across, or only a better
 * target line.
 */
export function wouldSettle(line: Unsettled): WouldSettle {
  const { value, parts } = line.combined;
  const settles = (measurementUncertaintyRad: number): boolean => {
    const u = inQuadrature(measurementUncertaintyRad, line.targetLineUncertaintyRad);
    return verdictOf(conformity(value, u, line.tolerance), line.limits) !== 'cannot-tell';
  };
  // What the target line alone leaves open no reading can settle.
  if (!settles(0)) return { repeats: null, rodM: null, targetLine: line.targetLineUncertaintyRad > 0 };
  return {
    repeats: leastRepeats(parts, settles),
    rodM: leastRod(line, settles),
    targetLine: false,
  };
}

/** Reading again makes only that smaller which a reading errs in alone. */
function leastRepeats(parts: Parted, settles: (u: number) => boolean): number | null {
  const { independentRad } = parts;
  if (independentRad === 0) return null;
  const sharedRad = Math.sqrt(varianceOf({ ...parts, independentRad: 0 }));
  return leastCount(2, MOST_REPEATS, (n) => settles(inQuadrature(independentRad / Math.sqrt(n), sharedRad)));
}

function leastRod({ only, combined, bodyScale }: Unsettled, settles: (u: number) => boolean): number | null {
  if (only?.by !== 'gaps' || only.rod === true) return null;
  const alongRodBase = only.baseAlong === 'rod';
  const perBase = alongRodBase ? Math.sin(combined.value) : Math.tan(combined.value);
  const uEnd = endUncertainty(only.line, { ...only, rod: true });
  const uBase = only.baseUncertaintyM ?? BASE_UNCERTAINTY_M;
  const widthM = bodyScale * LANDMARK_UNCERTAINTY[only.line].widthM;
  const uSeating = seatingUncertainty(only.line, { widthM });
  // A rod held across reaches at least as far as the ends that were read.
  const shortest = Math.max(1, Math.ceil(only.baseM / ROD_STEP_M - 1e-9));
  const rodOf = (steps: number): number => (steps * 50) / 1000;
  const steps = leastCount(shortest, LONGEST_ROD_STEPS, (count) => {
    const reading = { difference: rodOf(count) * perBase, base: rodOf(count), uEnd, uBase };
    const withRod = alongRodBase ? alongRod('baseM', reading) : alongTargetLine(reading);
    return settles(inQuadrature(withRod.standardUncertaintyRad, uSeating));
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
