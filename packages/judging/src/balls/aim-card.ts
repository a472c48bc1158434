import { type Aim, aimFor, bendOf, degreesFromRadians, radiansFromDegrees, type Swing } from '@lotrecht/core';

/** The schools of aiming for a shape: what stands along the start line, and what sets the path. */
export const AIM_SCHOOLS = ['start-line', 'body-path', 'all-parallel'] as const;
export type AimSchool = (typeof AIM_SCHOOLS)[number];

/** What a ball is wanted to do. */
export interface AimWish {
  readonly swing: Swing;
  /** How far it is to curve at the target, m, right positive; 0: only the wind bends it. */
  readonly curveM: number;
  readonly school: AimSchool;
  /** Beside the target it is to come down, degrees, right positive: away from trouble. Default 0. */
  readonly awayDeg?: number;
}

/** How to aim for it; angles from the target line, right positive, degrees. */
export interface AimCard {
  readonly startDeg: number;
  readonly faceDeg: number;
  /** Of feet, knees, hips and shoulders. */
  readonly bodyDeg: number;
  /** Along the target line, m. */
  readonly carryM: number;
}

/**
 * How to aim for a shape in a wind.
 * - built on the start line: face and body are turned together, to where the ball starts;
 * - body sets the path: the body along the path, the face between it and the target;
 * - all parallel: no shape, the wind alone moves the line.
 *
 * @throws RefusedInput for a carry the club does not have, a wind nobody plays in, a curve nobody hits
 * @example aimCard({ swing: { club: 'mid-iron', carryM: 140, wind: { rightMs: 0, aheadMs: 0 } }, curveM: 0, school: 'all-parallel' }).bodyDeg // 0
 */
export function aimCard({ swing, curveM, school, awayDeg = 0 }: AimWish): AimCard {
  const aim = aimOf(swing, school === 'all-parallel' ? 0 : curveM);
  const turned = (deg: number): number => deg + awayDeg + 0;
  const { startDeg, faceDeg, pathDeg, carryM } = aim;
  if (school === 'body-path')
    return { startDeg: turned(startDeg), faceDeg: turned(faceDeg), bodyDeg: turned(pathDeg), carryM };
  return { startDeg: turned(startDeg), faceDeg: turned(startDeg), bodyDeg: turned(startDeg), carryM };
}

function aimOf(swing: Swing, curveM: number): Aim {
  if (curveM === 0) return rounded(aimFor(swing, 0));
  const curveDeg = degreesFromRadians(Math.atan(curveM / swing.carryM));
  // The shape is what it would be in still air; the wind comes on top.
  const still = bendOf({ ...swing, wind: { rightMs: 0, aheadMs: 0 } });
  return aimFor(swing, still.faceToPathDeg(curveDeg));
}

/** In still air straight is straight, and not 1e-12 beside it. */
function rounded(aim: Aim): Aim {
  const exact = (deg: number): number => (Math.abs(deg) < 1e-6 ? 0 : deg);
  return { ...aim, startDeg: exact(aim.startDeg), faceDeg: exact(aim.faceDeg), pathDeg: exact(aim.pathDeg) };
}

/**
 * How far a gate, or the trail foot of a stance, is moved aside for an angle, mm, right positive.
 *
 * @param alongMm how far ahead the gate stands, or how wide the stance is, mm
 * @example Math.round(asideMm(-2, 2000)) // -70
 */
export function asideMm(deg: number, alongMm: number): number {
  return Math.tan(radiansFromDegrees(deg)) * alongMm;
}
