/** A point in space in the ground frame, m: x right of the target line seen downrange, y downrange, z up. */
export interface SpacePoint {
  readonly xM: number;
  readonly yM: number;
  readonly zM: number;
}

/** An eye that looks somewhere. Straight lines stay straight: a picture plane square to the look. */
export interface View {
  readonly eye: SpacePoint;
  /** Where the look goes, rad from the target line, right positive. */
  readonly azimuthRad: number;
  /** How far the look is lowered, rad, downward positive. */
  readonly loweredRad: number;
}

/** A point of the picture plane at distance 1 from the eye: right and up of the middle of the look. */
export interface PicturePoint {
  readonly right: number;
  readonly up: number;
}

/** A direction from the eye. */
export interface Direction {
  /** rad from the target line, right positive. */
  readonly azimuthRad: number;
  /** rad, downward positive. */
  readonly loweredRad: number;
}

/** Nearer than this to the plane of the eye nothing is drawn. */
const NEAREST = 1e-6;

/**
 * Where a point in space is seen in the picture.
 *
 * @returns null for what is beside or behind the eye
 * @example project({ eye: { xM: 0, yM: 0, zM: 1.5 }, azimuthRad: 0, loweredRad: 0 }, { xM: 1, yM: 10, zM: 1.5 }).right // 0.1
 */
export function project({ eye, azimuthRad, loweredRad }: View, point: SpacePoint): PicturePoint | null {
  const [dx, dy, dz] = [point.xM - eye.xM, point.yM - eye.yM, point.zM - eye.zM];
  const right = dx * Math.cos(azimuthRad) - dy * Math.sin(azimuthRad);
  const ahead = dx * Math.sin(azimuthRad) + dy * Math.cos(azimuthRad);
  const depth = ahead * Math.cos(loweredRad) - dz * Math.sin(loweredRad);
  if (depth < NEAREST) return null;
  const up = ahead * Math.sin(loweredRad) + dz * Math.cos(loweredRad);
  return { right: right / depth, up: up / depth };
}

/**
 * The direction from the eye to a point of the picture: the way back of `project`.
 *
 * @example directionOf({ eye: { xM: 0, yM: 0, zM: 1.5 }, azimuthRad: 0, loweredRad: 0 }, { right: 0.1, up: 0 }).azimuthRad // 0.0996686...
 */
export function directionOf({ azimuthRad, loweredRad }: View, { right, up }: PicturePoint): Direction {
  const ahead = Math.cos(loweredRad) + up * Math.sin(loweredRad);
  const down = Math.sin(loweredRad) - up * Math.cos(loweredRad);
  const x = right * Math.cos(azimuthRad) + ahead * Math.sin(azimuthRad);
  const y = ahead * Math.cos(azimuthRad) - right * Math.sin(azimuthRad);
  return { azimuthRad: Math.atan2(x, y), loweredRad: Math.atan2(down, Math.hypot(x, y)) };
}

/**
 * Where a line on the ground points at a distance: a body line at a gap, turned by θ, meets the target's distance
 * there.
 *
 * @param start where the line is beside the ball
 * @param azimuthRad θ, rad, right positive
 * @param distanceM R, m
 * @returns m right of the target line at the target's distance
 * @example meetsAt({ xM: -0.6, yM: 0 }, 0, 137) // -0.6
 */
export function meetsAt(
  start: { readonly xM: number; readonly yM: number },
  azimuthRad: number,
  distanceM: number,
): number {
  return start.xM + (distanceM - start.yM) * Math.tan(azimuthRad);
}
