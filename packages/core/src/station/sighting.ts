import { type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';

const OFF_LINE_M: Range = { least: -1, most: 1 };
const STAND_M: Range = { least: 0, most: 50 };

/** Distance between the eyes of an adult, m. */
export const EYE_SEPARATION_M = 0.063;

/**
 * What an eye that is off the extended line costs when a mark is sighted from behind the ball: atan(offset/distance).
 *
 * @param offsetM of the eye from the line, m, right positive
 * @param behindM of the eye behind the ball, m, > 0
 * @returns rad; the sighted line is turned away from the eye's side: an eye to the right sights to the left
 * @example eyeOffLineTurn(0.025, 1) // -0.02499479...
 */
export function eyeOffLineTurn(offsetM: number, behindM: number): number {
  const offset = requireWithin('offsetM', offsetM, OFF_LINE_M);
  return 0 - Math.atan(offset / requirePositive('behindM', behindM, STAND_M));
}

/**
 * What sighting with the other eye costs over a rod or plumb line held before the face: atan(eye separation/distance).
 *
 * @param heldM distance of the rod or plumb line from the eye, m, > 0
 * @param separationM between the eyes, m; default 63 mm
 * @returns rad, ≥ 0
 * @example wrongEyeTurn(0.6) // 0.1046166...
 */
export function wrongEyeTurn(heldM: number, separationM: number = EYE_SEPARATION_M): number {
  const separation = requirePositive('separationM', separationM, OFF_LINE_M);
  return Math.atan(separation / requirePositive('heldM', heldM, STAND_M));
}
