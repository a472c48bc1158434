import { type Handedness } from '../geometry/handedness.ts';
import { type LineName } from '../geometry/line.ts';
import { type Observation } from '../observation/observation.ts';
import { type GapsObservation } from '../observation/ways/gaps.ts';
import {
  type BodyLinePoints,
  bodyLinePoints,
  type GroundPoint,
  type LeadingEdgePoints,
  leadingEdgePoints,
} from './ground-points.ts';

/** A straight piece on the ground; of a line its trail end first, of an aim the club first. */
export interface Segment {
  readonly from: GroundPoint;
  readonly to: GroundPoint;
}

/** A body line where it was measured. */
export interface SceneLine {
  readonly line: GapsObservation['line'];
  /** Where the tape found its ends, or where they are to stand. */
  readonly marks: BodyLinePoints;
  /** The line through them, drawn out beyond both. */
  readonly drawn: Segment;
}

/** The club face at the ball. */
export interface SceneFace {
  readonly edge: LeadingEdgePoints;
  /** Where it points, from the middle of its edge; null while no angle is known. */
  readonly aim: Segment | null;
}

/** A set-up on the ground, m: what every board shows, whatever it is drawn on. */
export interface SetUpScene {
  readonly lines: readonly SceneLine[];
  readonly face: SceneFace | null;
}

/** What is on the ground. */
export interface SceneInput {
  readonly observations: readonly Observation[];
  readonly handedness: Handedness;
  /** θ of the lines that are solved, rad, positive to the right; a line without one is not drawn. */
  readonly azimuthRad: Partial<Readonly<Record<LineName, number>>>;
  /** θ that a line should have, rad: each is drawn there, turned about its lead mark, in place of where it was read. */
  readonly goalRad?: (line: LineName) => number;
  /** Angles are drawn so many times as large; marks stay where they are. Default 1. */
  readonly magnification?: number;
}

/** The leading edge stands just behind the ball: a ball's radius of 21 mm and a little air. */
const EDGE_BEHIND_BALL_M = -0.026;
/** From here on a line needs little room beyond its marks. */
const LONG_M = 0.8;
/** How far a line is drawn beyond its marks. */
const BEYOND_M = 0.19;
/** How far the face's aim is drawn. */
const AIM_M = 0.33;

/**
 * A set-up as points and lines on the ground. Lines read in other ways than by tape have an angle but no place.
 *
 * @example setUpScene({ observations: [{ line: 'toes', by: 'gaps', leadGapM: 0.571, trailGapM: 0.602, baseM: 0.45 }], handedness: 'right', azimuthRad: { toes: 0.0688 } }).lines[0].marks.lead // { xM: -0.571, yM: 0.225 }
 */
export function setUpScene({
  observations,
  handedness,
  azimuthRad,
  goalRad,
  magnification = 1,
}: SceneInput): SetUpScene {
  const lines = observations
    .filter((o) => o.by === 'gaps')
    // A line that was read again is drawn where it was read first.
    .filter((o, index, all) => all.findIndex((other) => other.line === o.line) === index)
    .flatMap((o): readonly SceneLine[] => {
      const azimuth = azimuthRad[o.line];
      if (azimuth === undefined) return [];
      const measured = bodyLinePoints(o, handedness);
      if (goalRad === undefined) return [sceneLine(o.line, measured, azimuth * magnification)];
      const goal = goalRad(o.line);
      return [sceneLine(o.line, pivoted(measured, goal), goal * magnification)];
    });
  const square = observations.find((o) => o.by === 'square');
  if (square === undefined) return { lines, face: null };
  const read = leadingEdgePoints(square, handedness, EDGE_BEHIND_BALL_M);
  const edge = goalRad === undefined ? read : edgeAt(read, goalRad('face'));
  // A face that is not solved has an edge and no aim, also where it should be.
  const points = goalRad !== undefined && azimuthRad.face !== undefined ? goalRad('face') : azimuthRad.face;
  const from = middle(edge.heel, edge.toe);
  const aim = points === undefined ? null : { from, to: beyond(from, points * magnification, AIM_M) };
  return { lines, face: { edge, aim } };
}

function sceneLine(line: SceneLine['line'], marks: BodyLinePoints, azimuthRad: number): SceneLine {
  const length = lengthOf(marks.lead, marks.trail);
  const half = length / 2 + (length > LONG_M ? BEYOND_M / 4 : BEYOND_M);
  const centre = middle(marks.lead, marks.trail);
  const drawn = { from: beyond(centre, azimuthRad, -half), to: beyond(centre, azimuthRad, half) };
  return { line, marks, drawn };
}

/** A line turned about its lead mark: its trail end goes where it should be. */
function pivoted({ lead, trail }: BodyLinePoints, azimuthRad: number): BodyLinePoints {
  return { lead, trail: beyond(lead, azimuthRad, -lengthOf(lead, trail)) };
}

/** The leading edge turned about its middle until the face points so. */
function edgeAt({ heel, toe, rodYM }: LeadingEdgePoints, azimuthRad: number): LeadingEdgePoints {
  const centre = middle(heel, toe);
  const half = lengthOf(heel, toe) / 2;
  const across = (heel.xM < toe.xM ? -1 : 1) * (Math.PI / 2);
  return {
    heel: beyond(centre, azimuthRad + across, half),
    toe: beyond(centre, azimuthRad - across, half),
    rodYM,
  };
}

function beyond({ xM, yM }: GroundPoint, azimuthRad: number, byM: number): GroundPoint {
  return { xM: xM + byM * Math.sin(azimuthRad), yM: yM + byM * Math.cos(azimuthRad) };
}

function middle(a: GroundPoint, b: GroundPoint): GroundPoint {
  return { xM: (a.xM + b.xM) / 2, yM: (a.yM + b.yM) / 2 };
}

function lengthOf(a: GroundPoint, b: GroundPoint): number {
  return Math.hypot(a.xM - b.xM, a.yM - b.yM);
}
