import { type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';

const FOOT_WIDTH_M: Range = { least: 0, most: 0.2 };
const STEP_M: Range = { least: 0, most: 1 };
const PULL_M: Range = { least: -1, most: 1 };
const STANCE_M: Range = { least: 0, most: 2 };

/** Steps taken from feet together with the ball at the middle, m. */
export interface Steps {
  /** W, the width of one foot. */
  readonly footWidthM: number;
  /** a, toward the target. */
  readonly leadStepM: number;
  /** b, away from the target. */
  readonly trailStepM: number;
}

/** The stance that steps from feet together end in. */
export interface SteppedStance {
  /** Heel to heel, m. */
  readonly stanceM: number;
  /** How far the ball lies behind the middle of the lead foot, m. */
  readonly ballBehindLeadM: number;
  /** The same as a share of the stance, 0 at the lead heel, 1 at the trail heel. */
  readonly ballShare: number;
}

/**
 * Stance and ball position after steps from feet together: stance = W + a + b, ball = W/2 + a behind the lead foot.
 *
 * @throws RefusedInput
 * @example stanceFromSteps({ footWidthM: 0.1, leadStepM: 0.1, trailStepM: 0.2 }).ballShare // 0.375
 */
export function stanceFromSteps(steps: Steps): SteppedStance {
  const w = requirePositive('footWidthM', steps.footWidthM, FOOT_WIDTH_M);
  const a = requireWithin('leadStepM', steps.leadStepM, STEP_M);
  const b = requireWithin('trailStepM', steps.trailStepM, STEP_M);
  const stanceM = w + a + b;
  const ballBehindLeadM = w / 2 + a;
  return { stanceM, ballBehindLeadM, ballShare: ballBehindLeadM / stanceM };
}

/**
 * What pulling the trail foot back turns the feet by: atan(pull/stance).
 *
 * @param pullM away from the line, m; negative is toward it
 * @param stanceM the stance along the target line, m
 * @returns φ, rad, positive = closed
 * @example trailFootBackTurn(0.025, 0.45) // 0.05549850...
 */
export function trailFootBackTurn(pullM: number, stanceM: number): number {
  return Math.atan(requireWithin('pullM', pullM, PULL_M) / requirePositive('stanceM', stanceM, STANCE_M));
}
