import { type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';

const OFF_CENTRE_M: Range = { least: -1, most: 1 };
const LEVER_M: Range = { least: 0, most: 3 };
const SHAFT_M: Range = { least: 0, most: 1.5 };
const LEAN_RAD: Range = { least: -Math.PI / 4, most: Math.PI / 4 };

/**
 * Usual distance from the middle of the feet to the ball, m: toes 0.60 m from the ball with a mid iron, and half a
 * shoe of 0.29 m behind them.
 */
export const USUAL_LEVER_M = 0.745;

/** Length along the shaft from the club head to the hands, m: 5° of lean moves the hands 80 mm. */
export const USUAL_HAND_HEIGHT_M = 0.918;

/**
 * How far feet that are not centred on the ball turn the body, because a player faces the ball: atan(offset/lever).
 *
 * Geometry: seen from above, the square to the body line through the middle of the feet passes through the ball.
 * With the usual lever 25 mm off centre turns the body 1.9°.
 *
 * @param offsetM of the middle of the feet from the ball along the target line, m, positive ahead of it
 * @param leverM from the middle of the feet to the ball, m
 * @returns φ, rad, positive = closed: feet ahead of the ball close the body, feet behind it open it
 * @throws RefusedInput
 * @example offCentreTurn(0.025) // 0.03354445...
 */
export function offCentreTurn(offsetM: number, leverM: number = USUAL_LEVER_M): number {
  return Math.atan(
    requireWithin('offsetM', offsetM, OFF_CENTRE_M) / requirePositive('leverM', leverM, LEVER_M),
  );
}

/** What leaning the shaft while the feet arrive does. */
export interface LeanWhilePlacing {
  /** How far the hands, and the feet that follow them, move ahead, m; negative is behind. */
  readonly handsAheadM: number;
  /** φ, rad, positive = closed. */
  readonly turnRad: number;
}

/**
 * What a shaft leant forward while the feet are placed costs: the hands move L·sin(lean) ahead, the feet are placed
 * around the hands, and so stand that far ahead of the ball. 5° moves the hands 80 mm and closes the body 6.1°.
 *
 * @param leanRad of the shaft from upright, rad, positive toward the target
 * @param handHeightM L, from club head to hands along the shaft, m
 * @param leverM from the middle of the feet to the ball, m
 * @example leanWhilePlacing(5 * Math.PI / 180).handsAheadM // 0.0800089...
 */
export function leanWhilePlacing(
  leanRad: number,
  handHeightM: number = USUAL_HAND_HEIGHT_M,
  leverM: number = USUAL_LEVER_M,
): LeanWhilePlacing {
  const handsAheadM =
    requirePositive('handHeightM', handHeightM, SHAFT_M) *
    Math.sin(requireWithin('leanRad', leanRad, LEAN_RAD));
  return { handsAheadM, turnRad: offCentreTurn(handsAheadM, leverM) };
}
