import { type Handedness } from '../geometry/handedness.ts';
import { type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { markShift } from '../sight/mark-shift.ts';
import { markTurn } from './mark-laying.ts';

/** What a mark is planned for; lengths in m. */
export interface MarkPlanInput {
  readonly handedness: Handedness;
  /** How exactly a mark is laid: its likely error across the line. */
  readonly layingErrorM: number;
  /** Gap of the eye at address. */
  readonly eyeInsideM: number;
  readonly targetM: number;
  /** How much of what it seems the student gives in to, 0 to 1. */
  readonly followed: number;
  /** What the line may be turned by in all, rad. */
  readonly toleranceRad: number;
}

/** What a mark at one distance costs. Angles in rad, ≥ 0. */
export interface PlannedMark {
  readonly markM: number;
  /** The turn that a laying error makes. */
  readonly layingTurnRad: number;
  /** What the laying error makes at the target, m. */
  readonly layingAtTargetM: number;
  /** How far aside the mark seems to stand from address. */
  readonly seemingRad: number;
  /** The same at the target, m, right positive. */
  readonly seemingAtTargetM: number;
  /** The laying turn and the followed share of the seeming one together. */
  readonly sumRad: number;
}

const SHARE: Range = { least: 0, most: 1 };
const ERROR_M: Range = { least: 0, most: 0.5 };
const TOLERANCE_RAD: Range = { least: 0, most: Math.PI / 4 };

/**
 * What a mark on the line costs at a distance.
 *
 * @throws RefusedInput for a mark behind the ball or at or beyond the target
 * @example plannedMark({ handedness: 'right', layingErrorM: 0.005, eyeInsideM: 0.4, targetM: 137, followed: 0.1, toleranceRad: 0.026 }, 4.1).seemingAtTargetM // 12.96585...
 */
export function plannedMark(input: MarkPlanInput, markM: number): PlannedMark {
  const seeming = markShift({
    handedness: input.handedness,
    insideM: input.eyeInsideM,
    behindM: 0,
    markM,
    targetM: input.targetM,
  });
  const layingTurnRad = markTurn(requirePositive('layingErrorM', input.layingErrorM, ERROR_M), markM);
  const seemingRad = Math.abs(seeming.angleRad);
  return {
    markM,
    layingTurnRad,
    layingAtTargetM: input.targetM * Math.tan(layingTurnRad),
    seemingRad,
    seemingAtTargetM: seeming.lateralM,
    sumRad: layingTurnRad + requireWithin('followed', input.followed, SHARE) * seemingRad,
  };
}

/**
 * The nearest mark from which on laying and seeming together stay within the tolerance. Both fall with distance, so
 * everything farther serves as well.
 *
 * @returns m, or null where none short of the target does
 * @example nearestMarkWithin({ handedness: 'right', layingErrorM: 0.005, eyeInsideM: 0.4, targetM: 137, followed: 0, toleranceRad: Math.PI / 180 }) // 0.286449808...
 */
export function nearestMarkWithin(input: MarkPlanInput): number | null {
  const tolerance = requirePositive('toleranceRad', input.toleranceRad, TOLERANCE_RAD);
  const within = (markM: number): boolean => plannedMark(input, markM).sumRad <= tolerance;
  let [low, high] = [1e-3, input.targetM * 0.999];
  if (!within(high)) return null;
  if (within(low)) return low;
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (within(middle)) high = middle;
    else low = middle;
  }
  return high;
}
