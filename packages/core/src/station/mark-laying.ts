import { type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';

const LAYING_M: Range = { least: -3, most: 3 };
const MARK_M: Range = { least: 0, most: 1000 };
const TURN_RAD: Range = { least: 0, most: Math.PI / 4 };

/**
 * How far a mark that is laid beside the line turns it: atan(ε/m).
 *
 * @param layingErrorM ε, m, right positive seen downrange
 * @param markM m, distance of the mark from the ball, m, > 0
 * @returns rad, right positive
 * @throws RefusedInput for a mark at or behind the ball
 * @example markTurn(0.005, 0.4) // 0.01249934...
 */
export function markTurn(layingErrorM: number, markM: number): number {
  return Math.atan(
    requireWithin('layingErrorM', layingErrorM, LAYING_M) / requirePositive('markM', markM, MARK_M),
  );
}

/**
 * How exactly a mark must be laid for a permitted turn: m·tan(turn).
 *
 * @param turnRad permitted turn of the line, rad, > 0
 * @returns m
 * @example permittedLayingError(Math.PI / 180, 0.4) // 0.006982025...
 */
export function permittedLayingError(turnRad: number, markM: number): number {
  return requirePositive('markM', markM, MARK_M) * Math.tan(requirePositive('turnRad', turnRad, TURN_RAD));
}
