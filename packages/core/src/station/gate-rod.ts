import { type Range, requirePositive } from '../refusal/ranges.ts';

const GATE_M: Range = { least: 0, most: 20 };
const LAUNCH_RAD: Range = { least: 0, most: Math.PI / 3 };

/**
 * The height at which a ball passes the gate rod: g·tan λ.
 *
 * @param gateM g, distance of the gate rod from the ball, m
 * @param launchRad λ, rad
 * @returns m above the ball
 * @example heightAtGate(2, 11 * Math.PI / 180) // 0.388760...
 */
export function heightAtGate(gateM: number, launchRad: number): number {
  return (
    requirePositive('gateM', gateM, GATE_M) * Math.tan(requirePositive('launchRad', launchRad, LAUNCH_RAD))
  );
}
