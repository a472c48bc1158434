import { requirePositive, requireWithin, RANGES } from '../refusal/ranges.ts';
import {
  conformity,
  type Conformity,
  DEFAULT_DECISION_LIMITS,
  type Verdict,
  verdictOf,
} from '../uncertainty/conformity.ts';

/** Where the ball lies between the feet, as the tape reads it along the target line. */
export interface BallReading {
  /** Ball behind the lead heel, m; negative ahead of it. */
  readonly behindLeadHeelM: number;
  /** Heel to heel, m. */
  readonly stanceM: number;
  /** What the method's table asks for, share of the stance behind the lead heel, 0 to 1. */
  readonly tableShare: number;
}

/** The ball against the table. */
export interface BallPosition {
  /** Share of the stance behind the lead heel. */
  readonly share: number;
  /** Standard uncertainty of the offset, m. */
  readonly standardUncertaintyM: number;
  /** How far the ball lies from where the table has it, m; positive is too far back, away from the target. */
  readonly offsetM: number;
  readonly conformity: Conformity;
  readonly verdict: Verdict;
}

/** Half a ball either way: less is not seen from above. */
export const BALL_TOLERANCE_M = 0.021;
/** Each of the two distances ends at a ball and a heel found by eye over the tape, m. */
const READ_M = 0.005;

/**
 * The ball position against the method's table.
 *
 * @throws RefusedInput for a stance that is no stance
 * @example ballPosition({ behindLeadHeelM: 0.2, stanceM: 0.4, tableShare: 0.4 }).offsetM // 0.04
 */
export function ballPosition({ behindLeadHeelM, stanceM, tableShare }: BallReading): BallPosition {
  requireWithin('behindLeadHeelM', behindLeadHeelM, RANGES.gapM);
  requirePositive('stanceM', stanceM, RANGES.baseM);
  const offsetM = behindLeadHeelM - tableShare * stanceM;
  const standardUncertaintyM = Math.hypot(READ_M, tableShare * READ_M);
  const judged = conformity(offsetM, standardUncertaintyM, [-BALL_TOLERANCE_M, BALL_TOLERANCE_M]);
  return {
    share: behindLeadHeelM / stanceM,
    standardUncertaintyM,
    offsetM,
    conformity: judged,
    verdict: verdictOf(judged, DEFAULT_DECISION_LIMITS),
  };
}
