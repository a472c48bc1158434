import { BALL_TOLERANCE_M, PLACED_READ_M } from '../defaults/placing.ts';
import { requirePositive, requireWithin, RANGES } from '../refusal/ranges.ts';
import {
  conformity,
  type Conformity,
  DEFAULT_DECISION_LIMITS,
  type Verdict,
  verdictOf,
} from '../uncertainty/conformity.ts';

/** Where the ball lies between the feet, as the tape reads it along the target line. */
export type BallReading = {
  /** Ball behind the lead heel, m; negative ahead of it. */
  readonly behindLeadHeelM: number;
  /** How far off still counts as there, m, either way; absent: half a ball. */
  readonly toleranceM?: number;
} & (
  | {
      /** Heel to heel, m. */
      readonly stanceM: number;
      /** What the method's table asks for, share of the stance behind the lead heel, 0 to 1. */
      readonly tableShare: number;
    }
  | {
      /** Heel to heel, m, where it was read. */
      readonly stanceM?: number;
      /** Where the method wants the ball behind the lead heel whatever the stance, m. */
      readonly goalM: number;
    }
);

/** A length of the set-up against what the method asks for. */
export interface Placed {
  /** Standard uncertainty of the offset, m. */
  readonly standardUncertaintyM: number;
  /** How far it is from what is asked for, m; positive is more than that. */
  readonly offsetM: number;
  readonly toleranceM: number;
  readonly conformity: Conformity;
  readonly verdict: Verdict;
}

/** The ball against the table. Its offset is positive where it lies too far back, away from the target. */
export interface BallPosition extends Placed {
  /** Share of the stance behind the lead heel; null where the stance was not read. */
  readonly share: number | null;
}

/**
 * The ball position against what the method asks for: a share of the stance, or a length behind the lead heel.
 *
 * @throws RefusedInput for a stance that is no stance
 * @example ballPosition({ behindLeadHeelM: 0.2, stanceM: 0.4, tableShare: 0.4 }).offsetM // 0.04
 */
export function ballPosition(reading: BallReading): BallPosition {
  const { behindLeadHeelM, stanceM, toleranceM = BALL_TOLERANCE_M } = reading;
  requireWithin('behindLeadHeelM', behindLeadHeelM, RANGES.gapM);
  if (stanceM !== undefined) requirePositive('stanceM', stanceM, RANGES.baseM);
  const share = stanceM === undefined ? null : behindLeadHeelM / stanceM;
  if ('goalM' in reading) {
    return { share, ...placed(behindLeadHeelM - reading.goalM, PLACED_READ_M, toleranceM) };
  }
  const { tableShare } = reading;
  const uncertaintyM = Math.hypot(PLACED_READ_M, tableShare * PLACED_READ_M);
  return { share, ...placed(behindLeadHeelM - tableShare * reading.stanceM, uncertaintyM, toleranceM) };
}

/**
 * The distance of the toe line from the ball against what the method asks for; positive is too far away.
 *
 * @throws RefusedInput
 * @example ballDistance({ toBallM: 0.65, goalM: 0.6 }).offsetM // 0.05
 */
export function ballDistance({
  toBallM,
  goalM,
  toleranceM = BALL_TOLERANCE_M,
}: {
  readonly toBallM: number;
  readonly goalM: number;
  readonly toleranceM?: number;
}): Placed {
  requirePositive('toBallM', toBallM, RANGES.gapM);
  return placed(toBallM - goalM, PLACED_READ_M, toleranceM);
}

function placed(offsetM: number, standardUncertaintyM: number, toleranceM: number): Placed {
  const judged = conformity(offsetM, standardUncertaintyM, [-toleranceM, toleranceM]);
  return {
    offsetM,
    standardUncertaintyM,
    toleranceM,
    conformity: judged,
    verdict: verdictOf(judged, DEFAULT_DECISION_LIMITS),
  };
}
