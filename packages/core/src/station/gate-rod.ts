import { type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';

const GATE_M: Range = { least: 0, most: 20 };
const LAUNCH_RAD: Range = { least: 0, most: Math.PI / 3 };
const LEAN_RAD: Range = { least: 0, most: Math.PI / 9 };

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

/** A gate rod that leans away from the player. */
export interface GateRodWish {
  /** g, where the ball passes it, ahead of the ball, m. */
  readonly gateM: number;
  /** λ, rad. */
  readonly launchRad: number;
  /** From the plumb line, toward the target, rad, 0 to π/9. */
  readonly leanRad: number;
  readonly rodM: number;
}

/** Where a leaning gate rod is planted, and where on it the ball passes. Metres, but for the lean. */
export interface GateRod {
  /** As wished, rad. */
  readonly leanRad: number;
  /** Above the ground. */
  readonly heightM: number;
  /** Of its foot, ahead of the ball. */
  readonly footM: number;
  /** From the foot up the rod. */
  readonly alongRodM: number;
  /** Whether the rod is long enough to be passed and not flown over. */
  readonly reaches: boolean;
}

/**
 * A rod that leans toward the target by ψ stands h·tan ψ nearer than the place where the ball passes it at height
 * h = g·tan λ: planted at g it would be passed that much late.
 *
 * @throws RefusedInput for rods that do not stand
 * @example gateRod({ gateM: 2, launchRad: 17 * Math.PI / 180, leanRad: Math.PI / 18, rodM: 1.22 }).footM // 1.89218...
 */
export function gateRod({ gateM, launchRad, leanRad, rodM }: GateRodWish): GateRod {
  const heightM = heightAtGate(gateM, launchRad);
  const lean = requireWithin('leanRad', leanRad, LEAN_RAD);
  const alongRodM = heightM / Math.cos(lean);
  return {
    leanRad: lean,
    heightM,
    footM: gateM - heightM * Math.tan(lean),
    alongRodM,
    reaches: alongRodM <= requirePositive('rodM', rodM, GATE_M),
  };
}
