import { radiansFromDegrees, type SpacePoint, type View } from '@lotrecht/core';
import { PerspectiveCamera, Vector3 } from 'three';

/** Up and down, degrees: the ground before the feet and the target are seldom in one look, as they are to an eye. */
const FIELD_DEG = 44;
const [NEAR_M, FAR_M] = [0.05, 12_000] as const;

/** An eye that draws: x stays right; downrange goes into the picture; up is up. */
export function chalkCamera(): PerspectiveCamera {
  return new PerspectiveCamera(FIELD_DEG, 1, NEAR_M, FAR_M);
}

/** A point of the ground frame where the drawing has it. */
export function placed({ xM, yM, zM }: SpacePoint): Vector3 {
  return new Vector3(xM, zM, -yM);
}

/** Puts the camera where an eye is, and turns it where the eye looks; the horizon stays level. */
export function placeCamera(
  camera: PerspectiveCamera,
  { eye, azimuthRad, loweredRad }: View,
  { width, height }: { readonly width: number; readonly height: number },
): void {
  camera.aspect = width / height;
  camera.position.copy(placed(eye));
  camera.rotation.set(-loweredRad, -azimuthRad, 0, 'YXZ');
  camera.setViewOffset(width, height, 0, (-height / 2) * raised(loweredRad), width, height);
  camera.updateMatrixWorld(true);
}

/** The horizon is kept so far below the upper edge, of half the height, while it is near it. */
const HORIZON_AT = 0.5;
/** From here on it is let go: who looks at the ball sees no horizon. */
const [LETS_GO, IS_GONE] = [1.2, 2] as const;

/** How far the picture is moved down for a lowered look, of half its height: the target stays in sight over the mark. */
function raised(loweredRad: number): number {
  const horizon = Math.tan(loweredRad) / Math.tan(radiansFromDegrees(FIELD_DEG / 2));
  const wanted = Math.max(0, horizon - HORIZON_AT);
  if (horizon < LETS_GO) return wanted;
  const left = (IS_GONE - horizon) / (IS_GONE - LETS_GO);
  return (LETS_GO - HORIZON_AT) * Math.max(0, left);
}

/** Where a point is seen, pixels from the upper left; null for what is beside or behind the eye. */
export function pixelOf(
  camera: PerspectiveCamera,
  point: SpacePoint,
  { width, height }: { readonly width: number; readonly height: number },
): { readonly x: number; readonly y: number } | null {
  const seen = placed(point).project(camera);
  if (seen.z > 1 || seen.z < -1) return null;
  return { x: ((seen.x + 1) / 2) * width, y: ((1 - seen.y) / 2) * height };
}
