/**
 * A student as the world has one: points in space, millimetres. x runs across the target line toward the player's own
 * side (a gap), y downrange, z up. Left-handers are mirrored only where something is seen from outside.
 */

/** A point in space, mm. */
export interface Point {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** The lines that a simulated student has. */
export type SimulatedLine = 'face' | 'toes' | 'heels' | 'knees' | 'hips' | 'shoulders' | 'eyes';

/** Where a body line is: its middle, how far apart its ends are, and how it is tilted. */
export interface LinePlace {
  readonly middle: Point;
  readonly lengthMm: number;
  /** Trail end lower, degrees. */
  readonly tiltDeg: number;
}

/** Usual places of an adult at address with a mid iron. */
export const PLACES: Readonly<Record<Exclude<SimulatedLine, 'face'>, LinePlace>> = {
  toes: { middle: { x: 600, y: 0, z: 0 }, lengthMm: 450, tiltDeg: 0 },
  heels: { middle: { x: 880, y: 0, z: 30 }, lengthMm: 400, tiltDeg: 0 },
  knees: { middle: { x: 640, y: 0, z: 480 }, lengthMm: 380, tiltDeg: 0 },
  hips: { middle: { x: 780, y: 0, z: 890 }, lengthMm: 300, tiltDeg: 1 },
  shoulders: { middle: { x: 430, y: -20, z: 1350 }, lengthMm: 400, tiltDeg: 8 },
  eyes: { middle: { x: 380, y: -60, z: 1480 }, lengthMm: 63, tiltDeg: 4 },
};

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/**
 * The two ends of a body line that is turned: positive closes it, so the trail end stands farther from the line.
 *
 * @param turnDeg degrees in the horizontal projection, positive away from the player's own side
 * @param lengthMm between the ends; the place's own, or that of a rod held across
 */
export function endsOf(
  place: LinePlace,
  turnDeg: number,
  lengthMm: number = place.lengthMm,
): { readonly lead: Point; readonly trail: Point } {
  const half = lengthMm / 2;
  const level = half * Math.cos(radians(place.tiltDeg));
  const across = level * Math.sin(radians(turnDeg));
  const along = level * Math.cos(radians(turnDeg));
  const up = half * Math.sin(radians(place.tiltDeg));
  const { x, y, z } = place.middle;
  return {
    lead: { x: x - across, y: y + along, z: z + up },
    trail: { x: x + across, y: y - along, z: z - up },
  };
}
