import { type Handedness, sideSign } from './handedness.ts';

/** −0 prints as "-0" and fails equality by `Object.is`; a square line is exactly 0. */
export function withoutNegativeZero(value: number): number {
  return value === 0 ? 0 : value;
}

/**
 * Handed azimuth φ = s·θ of a line from its azimuth θ; its own inverse.
 *
 * @param azimuthRad θ from the target line downrange, rad, positive to the right
 * @returns φ, rad, positive = turned across the ball line, away from the player's own side
 * @example handedAzimuth(0.07, 'left') // -0.07
 */
export function handedAzimuth(azimuthRad: number, handedness: Handedness): number {
  return withoutNegativeZero(sideSign(handedness) * azimuthRad);
}

/**
 * Azimuth θ of a line from its handed azimuth φ; θ = s·φ.
 *
 * @param handedAzimuthRad φ, rad, positive = turned across the ball line
 * @returns θ, rad, positive to the right seen downrange
 * @example azimuthFromHanded(0.07, 'left') // -0.07
 */
export function azimuthFromHanded(handedAzimuthRad: number, handedness: Handedness): number {
  return withoutNegativeZero(sideSign(handedness) * handedAzimuthRad);
}

/**
 * Gap d = −s·x of a point: its horizontal distance from the target line on the player's side.
 *
 * @param xM lateral position, m, positive to the right seen downrange
 * @returns gap, m, positive on the player's side
 * @example gapOf(-0.571, 'right') // 0.571
 */
export function gapOf(xM: number, handedness: Handedness): number {
  return withoutNegativeZero(-sideSign(handedness) * xM);
}
