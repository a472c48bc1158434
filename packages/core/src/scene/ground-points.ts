import { sideSign, type Handedness } from '../geometry/handedness.ts';
import { type GapsObservation } from '../observation/ways/gaps.ts';
import { type SquareObservation } from '../observation/ways/square.ts';

/** A point of the ground frame, m: x right of the target line seen downrange, y downrange of the ball. */
export interface GroundPoint {
  readonly xM: number;
  readonly yM: number;
}

/** The two ends of a body line on the ground. */
export interface BodyLinePoints {
  readonly lead: GroundPoint;
  readonly trail: GroundPoint;
}

/**
 * Where the ends of a body line stand, the line centred beside the ball: where along the target line it was read is
 * not measured, and no angle depends on it.
 *
 * @example bodyLinePoints({ line: 'toes', by: 'gaps', leadGapM: 0.5, trailGapM: 0.6, baseM: 0.4 }, 'right').lead // { xM: -0.5, yM: 0.2 }
 */
export function bodyLinePoints(o: GapsObservation, handedness: Handedness): BodyLinePoints {
  const s = sideSign(handedness);
  const difference = o.trailGapM - o.leadGapM;
  const along = o.baseAlong === 'rod' ? Math.sqrt(o.baseM ** 2 - difference ** 2) : o.baseM;
  return {
    lead: { xM: -s * o.leadGapM, yM: along / 2 },
    trail: { xM: -s * o.trailGapM, yM: -along / 2 },
  };
}

/** The leading edge and the square rod it was read from. */
export interface LeadingEdgePoints {
  readonly heel: GroundPoint;
  readonly toe: GroundPoint;
  /** Where the square rod crosses the target line, m downrange of the ball. */
  readonly rodYM: number;
}

/**
 * Where heel and toe of the leading edge stand, its middle on the target line at `middleYM`.
 *
 * @param middleYM m downrange of the ball; behind it is negative
 * @example leadingEdgePoints({ line: 'face', by: 'square', heelGapM: 0.004, toeGapM: 0.002, baseM: 0.08 }, 'right', 0).heel // { xM: -0.04, yM: 0.001 }
 */
export function leadingEdgePoints(
  o: SquareObservation,
  handedness: Handedness,
  middleYM: number,
): LeadingEdgePoints {
  const s = sideSign(handedness);
  const middleGap = (o.heelGapM + o.toeGapM) / 2;
  return {
    heel: { xM: (-s * o.baseM) / 2, yM: middleYM + o.heelGapM - middleGap },
    toe: { xM: (s * o.baseM) / 2, yM: middleYM + o.toeGapM - middleGap },
    rodYM: middleYM - middleGap,
  };
}
