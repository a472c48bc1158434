import { COVERAGE_FACTOR } from '../uncertainty/coverage.ts';
import { BEND_HALF, SHARE_HALF } from './launch.ts';
import { ballSpeedFor, flownShot, requireWind, startDirection, type Swing } from './shot.ts';

/** How face and path of the usual club become start and curve: a few flights, and what lies between them. */
export interface Bend {
  /** How much of the start direction, seen from above, is the face’s. */
  readonly share: number;
  /** Standard uncertainty of it. */
  readonly shareSd: number;
  /** Relative standard uncertainty of curve and of drift. */
  readonly relativeSd: number;
  /** Where a ball without curve that starts so is blown to from there, degrees, right positive. */
  readonly driftDeg: (startDeg: number) => number;
  /** Curve without drift of a face so much open to its path, both in degrees, right positive. */
  readonly curveDeg: (faceToPathDeg: number) => number;
  /** The face to path that curves so much. */
  readonly faceToPathDeg: (curveDeg: number) => number;
}

/** Faces to paths that are flown, degrees. */
const FLOWN_DEG = [-8, -6, -4, -2, 0, 2, 4, 6, 8] as const;
/** Share is read off at a face turned so little. */
const SMALL_DEG = 1;
/** The wind meets a ball that starts so far aside otherwise. */
const ASIDE_DEG = 4;

/**
 * Curve and drift of a swing, from eleven flights. Between them, and beyond, curve goes in straight pieces: within 0.2°
 * of full flights for balls of a lesson (4° of face and path, a wind of 4 m/s), 0.3° beyond.
 *
 * @throws RefusedInput as `shotOf`
 * @example bendOf({ club: 'mid-iron', carryM: 140, wind: { rightMs: 0, aheadMs: 0 } }).driftDeg(0) // 0
 */
export function bendOf({ club, carryM, wind }: Swing): Bend {
  requireWind(wind);
  const flown = { speedMs: ballSpeedFor(club, carryM), wind };
  const share = startDirection(club, { faceDeg: SMALL_DEG, pathDeg: 0 }) / SMALL_DEG;
  // Turned about the start line: the ball starts straight, and all that is left is curve.
  const curves = FLOWN_DEG.map((turned) => {
    const impact = { faceDeg: (1 - share) * turned, pathDeg: -share * turned };
    return flownShot(club, impact, flown).curveDeg;
  });
  const still = curves[FLOWN_DEG.indexOf(0)] ?? 0;
  const blown = (startDeg: number): number =>
    flownShot(club, { faceDeg: startDeg, pathDeg: startDeg }, flown).curveDeg;
  const perDeg = (blown(ASIDE_DEG) - blown(-ASIDE_DEG)) / (2 * ASIDE_DEG);
  const knots = FLOWN_DEG.map((turned, n) => [turned, (curves[n] ?? 0) - still] as const);
  return {
    share,
    shareSd: SHARE_HALF / COVERAGE_FACTOR,
    relativeSd: BEND_HALF / COVERAGE_FACTOR,
    driftDeg: (startDeg) => still + perDeg * startDeg,
    curveDeg: (deg) => between(knots, deg),
    faceToPathDeg: (deg) =>
      between(
        knots.map(([x, y]) => [y, x] as const),
        deg,
      ),
  };
}

type Knot = readonly [x: number, y: number];

/** Straight from knot to knot, and on with the outer pieces. */
function between(knots: readonly Knot[], x: number): number {
  const last = knots.length - 2;
  const at = knots.findIndex(([from], n) => n > 0 && x < from) - 1;
  const piece = at < 0 ? (x < (knots[0]?.[0] ?? 0) ? 0 : last) : at;
  const [[x0, y0], [x1, y1]] = [knots[piece] as Knot, knots[piece + 1] as Knot];
  return y0 + ((x - x0) / (x1 - x0)) * (y1 - y0);
}
