import { COVERAGE_FACTOR } from '../uncertainty/coverage.ts';
import { requireWithin, RANGES } from '../refusal/ranges.ts';

/** Feet and shoulders of one set-up, φ and u without the target line, rad. */
export interface FeetAndShoulders {
  readonly feetRad: number;
  readonly feetUncertaintyRad: number;
  readonly shouldersRad: number;
  readonly shouldersUncertaintyRad: number;
}

/** Whether the shoulders go along when the feet are moved. */
export interface Coupling {
  /** How far the feet were moved, rad, φ. */
  readonly movedRad: number;
  /** How far the shoulders went, rad, φ. */
  readonly followedRad: number;
  /** Followed for moved: 0 not at all, 1 all the way. */
  readonly share: number;
  /** The 95 % interval of the share; null where the feet were moved too little to bound it. */
  readonly interval: readonly [low: number, high: number] | null;
}

/**
 * The share κ of a move of the feet that the shoulders follow, from two set-ups. Stepping in anew turns the whole body:
 * what both lines share is no following. The interval is Fieller's: every κ that Δs − κ·Δf does not refuse, with
 * var = u(Δs)² + κ²·u(Δf)² + (1 − κ)²·2s².
 *
 * @param readdressSdRad spread s with which the student steps in, rad
 * @returns null where the feet did not move at all
 * @throws RefusedInput for an angle that is none
 * @example coupling({ feetRad: 0, feetUncertaintyRad: 0.01, shouldersRad: 0, shouldersUncertaintyRad: 0.01 }, { feetRad: 0.2, feetUncertaintyRad: 0.01, shouldersRad: 0.1, shouldersUncertaintyRad: 0.01 }, 0.02).share // 0.5
 */
export function coupling(
  before: FeetAndShoulders,
  after: FeetAndShoulders,
  readdressSdRad: number,
): Coupling | null {
  for (const { feetRad, shouldersRad } of [before, after]) {
    requireWithin('feetRad', feetRad, RANGES.angleRad);
    requireWithin('shouldersRad', shouldersRad, RANGES.angleRad);
  }
  const movedRad = after.feetRad - before.feetRad;
  const followedRad = after.shouldersRad - before.shouldersRad;
  if (movedRad === 0) return null;
  const z2 = COVERAGE_FACTOR ** 2;
  const ofFeet = z2 * (before.feetUncertaintyRad ** 2 + after.feetUncertaintyRad ** 2);
  const ofShoulders = z2 * (before.shouldersUncertaintyRad ** 2 + after.shouldersUncertaintyRad ** 2);
  const ofStep = z2 * 2 * readdressSdRad ** 2;
  const a = movedRad ** 2 - ofFeet - ofStep;
  const b = movedRad * followedRad - ofStep;
  const c = followedRad ** 2 - ofShoulders - ofStep;
  const root = Math.sqrt(Math.max(0, b ** 2 - a * c));
  return {
    movedRad,
    followedRad,
    share: followedRad / movedRad,
    interval: a > 0 ? [(b - root) / a, (b + root) / a] : null,
  };
}
