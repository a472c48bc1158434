import { type Range, requireFinite, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';

/** Something that can be pointed at, seen from the ball: distance, m, and bearing from the place's zero, rad. */
export interface Landmark {
  readonly distanceM: number;
  /** Right positive; within 60° of the zero. */
  readonly bearingRad: number;
}

const DISTANCE_M: Range = { least: 1, most: 1000 };
/** Wider a landmark is beside or behind the player. */
const BEARING_RAD: Range = { least: -Math.PI / 3, most: Math.PI / 3 };

/**
 * Refuses a landmark that cannot be pointed at. @throws RefusedInput naming `distanceM` or `bearingRad`
 *
 * @example requireLandmark({ distanceM: 150, bearingRad: 0.1 }).distanceM // 150
 */
export function requireLandmark(landmark: Landmark): Landmark {
  requirePositive('distanceM', landmark.distanceM, DISTANCE_M);
  requireFinite('bearingRad', landmark.bearingRad);
  if (Math.abs(landmark.bearingRad) > BEARING_RAD.most) {
    throw new RefusedInput('out-of-range', 'bearingRad', {
      read: landmark.bearingRad,
      ...BEARING_RAD,
      advice: 'This stands beside or behind the player. Take something ahead.',
    });
  }
  return landmark;
}

/**
 * The bearing of something that stands a distance to the side of the line to another landmark: asin(lateral/distance).
 *
 * @param lateralM square to the line to the other landmark, m, right positive
 * @param distanceM of the thing itself from the ball, m
 * @param fromRad bearing of the other landmark, rad
 * @throws RefusedInput when it stands farther to the side than it is away
 * @example bearingBeside(20, 150, 0.1) // 0.233731...
 */
export function bearingBeside(lateralM: number, distanceM: number, fromRad: number): number {
  const distance = requirePositive('distanceM', distanceM, DISTANCE_M);
  const lateral = requireWithin('lateralM', lateralM, { least: -1000, most: 1000 });
  if (Math.abs(lateral) >= distance) {
    throw new RefusedInput('out-of-range', 'lateralM', {
      read: lateral,
      least: -distance,
      most: distance,
      advice: 'It cannot stand farther to the side than it is away.',
    });
  }
  return fromRad + Math.asin(lateral / distance);
}

/** Where something points, told at the target's distance. */
export interface PointedAt {
  /** From the target line, rad, right positive. */
  readonly bearingRad: number;
  /** Beside the target at its distance, m, right positive. */
  readonly lateralM: number;
  /** Standard uncertainty of the latter, m, from the sighting. */
  readonly lateralUncertaintyM: number;
}

/**
 * A point of the landmark strip, told from the target: R·tan(bearing − target), u = R·u(sighting)/cos².
 *
 * @param pointedRad bearing that was tapped, rad from the place's zero
 * @param sightingRad standard uncertainty of the look along the rod, rad
 * @throws RefusedInput when it points more than 45° beside the target
 * @example pointedAt(-0.0663225, { distanceM: 150, bearingRad: 0 }, 0.0087).lateralM // -9.962987...
 */
export function pointedAt(pointedRad: number, target: Landmark, sightingRad: number): PointedAt {
  const { distanceM, bearingRad: zero } = requireLandmark(target);
  const bearingRad = requireWithin('bearingRad', pointedRad - zero, {
    least: -Math.PI / 4,
    most: Math.PI / 4,
  });
  return {
    bearingRad,
    lateralM: distanceM * Math.tan(bearingRad),
    lateralUncertaintyM:
      (distanceM * requirePositive('sightingRad', sightingRad, { least: 0, most: Math.PI / 4 })) /
      Math.cos(bearingRad) ** 2,
  };
}
