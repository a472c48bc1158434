import { radiansFromDegrees } from '../units/angle.ts';
import { RefusedInput } from './refused-input.ts';

/** An interval of values that a person, a tape and a rod can produce, SI units. */
export interface Range {
  readonly least: number;
  readonly most: number;
}

/**
 * What can be measured on a practice tee. Wider than any real reading, narrow enough to catch a slipped unit.
 */
export const RANGES = {
  /** Horizontal distance of a mark from the string, m; negative beyond the string. */
  gapM: { least: -3, most: 3 },
  /** Distance between two marks or the ends of a rod, m. */
  baseM: { least: 0.02, most: 3 },
  /** Division of a tape or rule, or sway of a plumb bob, m. */
  smallLengthM: { least: 0, most: 0.1 },
  /** Standard uncertainty of a length, m. */
  lengthUncertaintyM: { least: 0, most: 0.5 },
  /** Distance to a target or landmark, m. */
  distanceM: { least: 0.5, most: 1000 },
  /** Distance to the side of the target line at the target, m. */
  lateralM: { least: -1000, most: 1000 },
  /** Standard uncertainty of a point at the target, m. */
  lateralUncertaintyM: { least: 0, most: 100 },
  /** Distance between two stakes of a string, or the ends of a line on the ball, m. */
  separationM: { least: 0.02, most: 1000 },
  /** A standard uncertainty or spread of an angle, rad (0° to 45°). */
  angleUncertaintyRad: { least: 0, most: Math.PI / 4 },
  /** A measured angle, rad (−45° to 45°). */
  angleRad: { least: -Math.PI / 4, most: Math.PI / 4 },
  /** A foot's flare, rad (−45° inward to 90° outward). */
  flareRad: { least: -Math.PI / 4, most: Math.PI / 2 },
} as const satisfies Record<string, Range>;

/** Refuses NaN and infinities. @throws RefusedInput `not-finite` */
export function requireFinite(field: string, value: number): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new RefusedInput('not-finite', field, { read: String(value), advice: 'Type a number.' });
  }
  return value;
}

/** Refuses what no tape or rod can read. @throws RefusedInput `not-finite` or `out-of-range` */
export function requireWithin(field: string, value: number, range: Range): number {
  requireFinite(field, value);
  if (value < range.least || value > range.most) {
    throw new RefusedInput('out-of-range', field, {
      read: value,
      ...range,
      advice: 'Look for a digit too many or too few, or a unit that slipped.',
    });
  }
  return value;
}

/** Refuses zero and negative lengths, then what is out of range. @throws RefusedInput */
export function requirePositive(field: string, value: number, range: Range): number {
  requireFinite(field, value);
  if (value <= 0) {
    throw new RefusedInput(value === 0 ? 'not-positive' : 'negative', field, {
      read: value,
      ...range,
      advice: 'It must be more than zero.',
    });
  }
  return requireWithin(field, value, range);
}

/** No instrument states an angle better than this, and rounding would swallow it: 1e-6°. */
export const LEAST_ANGLE_UNCERTAINTY_RAD = radiansFromDegrees(1e-6);

/**
 * A standard uncertainty of an angle that may be left out: 0, or what an instrument can state.
 *
 * @throws RefusedInput
 * @example requireAngleUncertainty('sightingRad', 0) // 0
 */
export function requireAngleUncertainty(field: string, value: number): number {
  requireWithin(field, value, RANGES.angleUncertaintyRad);
  if (value > 0 && value < LEAST_ANGLE_UNCERTAINTY_RAD) {
    throw new RefusedInput('out-of-range', field, {
      read: value,
      least: LEAST_ANGLE_UNCERTAINTY_RAD,
      most: RANGES.angleUncertaintyRad.most,
      advice: 'No instrument states an angle as finely as this.',
    });
  }
  return value;
}
