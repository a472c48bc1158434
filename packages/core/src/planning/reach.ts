import { conformity, type DecisionLimits, type Tolerance } from '../uncertainty/conformity.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';

/** How a line would be read, and against what it would be judged. */
export interface PlannedVerdict {
  /** u of the reading without the target line, rad, > 0. */
  readonly measurementUncertaintyRad: number;
  /** u(T), rad, ≥ 0. */
  readonly targetLineUncertaintyRad: number;
  readonly tolerance: Tolerance;
  readonly limits: DecisionLimits;
}

/** Whether a way of reading can say "in" at all, and for which φ. */
export interface Reach {
  readonly canSayIn: boolean;
  /** The φ for which it would say in, rad; null where it never does. */
  readonly inWithinRad: Tolerance | null;
  /** The greatest total u with which "in" can be said at the middle of the tolerance, rad. */
  readonly greatestUncertaintyRad: number;
}

/** Finds where a falling function crosses zero between two ends, to the last bit that matters. */
function crossing(from: number, to: number, isBelow: (x: number) => boolean): number {
  let [low, high] = [from, to];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (isBelow(middle)) high = middle;
    else low = middle;
  }
  return low;
}

/**
 * Before anyone measures: can this way of reading reach *in* at this tolerance, and how near to its middle must the
 * line then stand?
 *
 * @example reachOf({ measurementUncertaintyRad: 0.033, targetLineUncertaintyRad: 0, tolerance: [-0.026, 0.026], limits: { inProbability: 0.95, outProbability: 0.05 } }).canSayIn // false
 */
export function reachOf(planned: PlannedVerdict): Reach {
  const { tolerance, limits } = planned;
  const [lo, hi] = tolerance;
  const middle = (lo + hi) / 2;
  const pIn = (value: number, u: number): number => conformity(value, u, tolerance).conformanceProbability;
  const u = inQuadrature(planned.measurementUncertaintyRad, planned.targetLineUncertaintyRad);
  const greatestUncertaintyRad = crossing(0, hi - lo, (tried) => pIn(middle, tried) < limits.inProbability);
  if (pIn(middle, u) < limits.inProbability)
    return { canSayIn: false, inWithinRad: null, greatestUncertaintyRad };
  const half = crossing(middle, hi, (value) => pIn(value, u) < limits.inProbability) - middle;
  return { canSayIn: true, inWithinRad: [middle - half, middle + half], greatestUncertaintyRad };
}
