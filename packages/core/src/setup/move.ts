import { withoutNegativeZero } from '../geometry/azimuth.ts';
import { type Observation } from '../observation/observation.ts';
import { type Move } from './setup.ts';

/**
 * The correction of a line to its goal φ0, in metres on the tape it was read with.
 *
 * Trail end: dL + w·tan φ0 − dT, or dL + b·sin φ0 − dT along the rod; toe of the club: gH − w·tan φ0 − gT.
 *
 * @param goalRad φ0, rad
 * @returns undefined for a way of reading that gives no distance
 * @example moveToGoal({ line: 'toes', by: 'gaps', leadGapM: 0.571, trailGapM: 0.602, baseM: 0.45 }, 0)?.distanceM // -0.031
 */
export function moveToGoal(o: Observation, goalRad: number): Move | undefined {
  switch (o.by) {
    case 'gaps': {
      const turned = o.baseM * (o.baseAlong === 'rod' ? Math.sin(goalRad) : Math.tan(goalRad));
      return { end: 'trail', distanceM: withoutNegativeZero(o.leadGapM + turned - o.trailGapM) };
    }
    case 'square':
      return {
        end: 'toe',
        distanceM: withoutNegativeZero(o.heelGapM - o.baseM * Math.tan(goalRad) - o.toeGapM),
      };
    default:
      return undefined;
  }
}

/** A move shared between both ends, which keeps the middle of the line, and so the distance to the ball. */
export interface SplitMove {
  /** m, negative is toward the line. */
  readonly leadM: number;
  readonly trailM: number;
}

/**
 * The same turn made half by each foot.
 *
 * @param trailDistanceM the trail end's whole move, m
 * @example splitMove(-0.031) // { leadM: 0.0155, trailM: -0.0155 }
 */
export function splitMove(trailDistanceM: number): SplitMove {
  return {
    leadM: withoutNegativeZero(-trailDistanceM / 2),
    trailM: withoutNegativeZero(trailDistanceM / 2),
  };
}
