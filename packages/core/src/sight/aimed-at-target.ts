import { RANGES, requirePositive, requireWithin } from '../refusal/ranges.ts';

/** The feel rule "one beside for ten ahead": 1/10 at every distance, rad. A feel, never a goal. */
export const ONE_IN_TEN_RAD = Math.atan(0.1);

/**
 * What pointing the body at the target instead of parallel to the target line costs: atan(gap/R).
 *
 * @param gapM the body's gap from the target line, m, positive on the player's side
 * @param distanceM R to the target, m
 * @returns φ, rad, positive = closed
 * @throws RefusedInput
 * @example aimedAtTargetTurn(0.6, 137) // 0.00437953...
 */
export function aimedAtTargetTurn(gapM: number, distanceM: number): number {
  return Math.atan(
    requireWithin('gapM', gapM, RANGES.gapM) / requirePositive('distanceM', distanceM, RANGES.distanceM),
  );
}
