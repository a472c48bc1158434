import { LANDMARK_UNCERTAINTY } from '../defaults/landmark.ts';
import { withoutNegativeZero } from '../geometry/azimuth.ts';
import { kindOfLine, type LineName } from '../geometry/line.ts';
import { type Observation, wayOf } from '../observation/observation.ts';
import { type Base, type Move } from '../observation/way-of-reading.ts';

/**
 * The correction of a line to its goal φ0, in metres on the tape it was read with.
 *
 * @param goalRad φ0, rad
 * @returns undefined for a way of reading that gives no distance
 * @example moveToGoal({ line: 'toes', by: 'gaps', leadGapM: 0.571, trailGapM: 0.602, baseM: 0.45 }, 0)?.distanceM // -0.031
 */
export function moveToGoal(o: Observation, goalRad: number): Move | undefined {
  return wayOf(o).moveTo?.(o, goalRad);
}

/** Where a line is thought to be. */
export interface Whereabouts {
  /** φ, rad. */
  readonly meanRad: number;
  readonly standardDeviationRad: number;
}

/** A move with how well it is known. */
export interface AdvisedMove extends Move {
  /** Standard uncertainty, m. */
  readonly uncertaintyM: number;
}

/**
 * The move that takes a line from where it is thought to be to its goal, over the base that it was last read over;
 * over its usual one where no reading had a base.
 *
 * @param goalRad φ0, rad
 * @example advisedMove('toes', { meanRad: 0.05, standardDeviationRad: 0.02 }, 0, []).distanceM // -0.02251876...
 */
export function advisedMove(
  line: LineName,
  { meanRad, standardDeviationRad }: Whereabouts,
  goalRad: number,
  observations: readonly Observation[],
): AdvisedMove {
  const { baseM, alongRod } = lastBase(line, observations);
  const turned = alongRod ? Math.sin(goalRad) - Math.sin(meanRad) : Math.tan(goalRad) - Math.tan(meanRad);
  const slope = alongRod ? Math.cos(meanRad) : 1 / Math.cos(meanRad) ** 2;
  const isFace = kindOfLine(line) === 'face';
  return {
    end: isFace ? 'toe' : 'trail',
    distanceM: withoutNegativeZero((isFace ? -1 : 1) * baseM * turned),
    uncertaintyM: baseM * slope * standardDeviationRad,
  };
}

function lastBase(line: LineName, observations: readonly Observation[]): Base {
  for (const o of observations.toReversed()) {
    const base = o.line === line ? wayOf(o).base?.(o) : undefined;
    if (base !== undefined) return base;
  }
  return { baseM: LANDMARK_UNCERTAINTY[line].widthM, alongRod: false };
}
