/**
 * How far the point aimed at moves when the aim changes: R·tan Δ.
 *
 * @param changeRad Δ of the azimuth, rad, right positive
 * @param distanceM R to the target, m
 * @returns m at the target, right positive
 * @example feelAtTarget(-3.9 * Math.PI / 180, 150) // -10.22597...
 */
export function feelAtTarget(changeRad: number, distanceM: number): number {
  return distanceM * Math.tan(changeRad);
}
