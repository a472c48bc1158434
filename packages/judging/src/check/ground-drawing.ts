import {
  bodyLinePoints,
  type BodyLinePoints,
  leadingEdgePoints,
  type LeadingEdgePoints,
  type Observation,
} from '@lotrecht/core';
import { type CheckDocument, type GapsReading } from '@lotrecht/records';
import { toCoreUnits } from '../units/si.ts';

/** The lines of a check where they were measured, metres in the ground frame, for drawing. */
export interface GroundDrawing {
  readonly bodyLines: readonly { readonly line: GapsReading['line']; readonly points: BodyLinePoints }[];
  readonly face: LeadingEdgePoints | null;
}

/** The leading edge stands just behind the ball: a ball's radius of 21 mm and a little air. */
const EDGE_BEHIND_BALL_M = -0.026;

/**
 * A solvable check as points on the ground. Lines read in other ways have an angle but no place.
 *
 * @example groundDrawing({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, method: { id: 'first-lesson', version: 1 }, observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }] }).bodyLines[0].points.lead // { xM: -0.571, yM: 0.225 }
 */
export function groundDrawing(document: CheckDocument): GroundDrawing {
  const observations = document.observations.map((o) => toCoreUnits(o) as Observation);
  const square = observations.find((o) => o.by === 'square');
  return {
    // A line that was read again is drawn where it was read first.
    bodyLines: observations
      .filter((o) => o.by === 'gaps')
      .filter((o, index, all) => all.findIndex((other) => other.line === o.line) === index)
      .map((o) => ({ line: o.line, points: bodyLinePoints(o, document.handedness) })),
    face: square ? leadingEdgePoints(square, document.handedness, EDGE_BEHIND_BALL_M) : null,
  };
}
