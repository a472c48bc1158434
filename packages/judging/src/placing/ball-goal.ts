import { type BallGoal, type ClubGroup, type MethodDocument } from '@lotrecht/records';
import { USUAL_OF_CLUB } from '../method/ball-table.ts';

/** What of a method says where the ball belongs. */
export type BallRules = Pick<MethodDocument, 'ballTable' | 'ballGoals' | 'ballToleranceMm'>;

/**
 * Where a method wants the ball with a group of clubs: its own place, or that of its table.
 *
 * @example ballGoalOf({ ballTable: 'graded' }, 'mid-iron') // { sharePercent: 40 }
 * @example ballGoalOf({ ballTable: 'graded', ballGoals: { driver: { behindLeadHeelMm: 30 } } }, 'driver') // { behindLeadHeelMm: 30 }
 */
export function ballGoalOf(
  { ballTable, ballGoals, ballToleranceMm }: BallRules,
  clubGroup: ClubGroup,
): BallGoal {
  const own = ballGoals?.[clubGroup] ?? {};
  const isPlaced = own.sharePercent !== undefined || own.behindLeadHeelMm !== undefined;
  return {
    ...(ballToleranceMm !== undefined && { toleranceMm: ballToleranceMm }),
    ...(!isPlaced && { sharePercent: USUAL_OF_CLUB[clubGroup].ballPercent[ballTable] }),
    ...own,
  };
}

/**
 * The share of the stance at which the ball is wanted, for a drawing; a length behind the heel needs a stance.
 *
 * @param stanceM heel to heel, m
 * @example shareOfGoal({ behindLeadHeelMm: 50 }, 0.5) // 0.1
 */
export function shareOfGoal({ sharePercent, behindLeadHeelMm }: BallGoal, stanceM: number): number {
  return behindLeadHeelMm === undefined ? (sharePercent ?? 50) / 100 : behindLeadHeelMm / 1000 / stanceM;
}
