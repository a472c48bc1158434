import {
  ballDistance,
  ballPosition,
  type BallPosition,
  metresFromMillimetres,
  type Placed,
} from '@lotrecht/core';
import { type BallAndStance, type BallGoal } from '@lotrecht/records';

/** Ball and feet of one set-up against what the method wants; null for what was not read or is not wanted. */
export interface BallOfCheck {
  readonly position: BallPosition | null;
  readonly distance: Placed | null;
}

/**
 * The ball against the goal: the one that was noted with the readings, so that an old one never changes with a method.
 *
 * @param wanted the method's, for readings that carry none
 * @example ballOfCheck({ behindLeadHeelMm: 160, stanceMm: 400 }, { sharePercent: 40 }).position?.verdict // 'in'
 * @example ballOfCheck(undefined, { sharePercent: 40 }) // { position: null, distance: null }
 */
export function ballOfCheck(ball: BallAndStance | undefined, wanted: BallGoal): BallOfCheck {
  const goal = ball?.goal ?? wanted;
  return { position: positionOf(ball, goal), distance: distanceOf(ball, goal) };
}

function positionOf(
  ball: BallAndStance | undefined,
  { sharePercent, behindLeadHeelMm, toleranceMm }: BallGoal,
): BallPosition | null {
  if (ball?.behindLeadHeelMm === undefined) return null;
  const behindLeadHeelM = metresFromMillimetres(ball.behindLeadHeelMm);
  const stanceM = ball.stanceMm === undefined ? undefined : metresFromMillimetres(ball.stanceMm);
  const limits = toleranceMm === undefined ? {} : { toleranceM: metresFromMillimetres(toleranceMm) };
  if (behindLeadHeelMm !== undefined) {
    return ballPosition({
      behindLeadHeelM,
      goalM: metresFromMillimetres(behindLeadHeelMm),
      ...(stanceM !== undefined && { stanceM }),
      ...limits,
    });
  }
  return stanceM === undefined || sharePercent === undefined
    ? null
    : ballPosition({ behindLeadHeelM, stanceM, tableShare: sharePercent / 100, ...limits });
}

function distanceOf(ball: BallAndStance | undefined, { toBallMm, toleranceMm }: BallGoal): Placed | null {
  if (ball?.toBallMm === undefined || toBallMm === undefined) return null;
  return ballDistance({
    toBallM: metresFromMillimetres(ball.toBallMm),
    goalM: metresFromMillimetres(toBallMm),
    ...(toleranceMm !== undefined && { toleranceM: metresFromMillimetres(toleranceMm) }),
  });
}
