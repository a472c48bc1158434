import { type Point } from './body.ts';
import { type Dice } from './dice.ts';

/** A string laid on the ground by hand, mm; it misses the target line a little. */
export interface LaidString {
  /** x of the string at y = 0. */
  readonly atBallMm: number;
  /** How far it is turned from the target line, radians, positive away from the player's own side. */
  readonly turnRad: number;
}

/** How a string is laid. */
export interface Laying {
  readonly separationM: number;
  /** Standard deviation of each stake across the line, mm. */
  readonly stakeMm: number;
  /** Standard deviation of sighting, degrees. */
  readonly sightingDeg: number;
}

/** Two stakes that both miss a little, on a line that was sighted a little wrong. */
export function layString({ separationM, stakeMm, sightingDeg }: Laying, dice: Dice): LaidString {
  const half = (separationM * 1000) / 2;
  const sighted = (dice.normal(sightingDeg) * Math.PI) / 180;
  const [near, far] = [dice.normal(stakeMm), dice.normal(stakeMm)];
  // The far stake nearer to the player turns the string toward the player's own side.
  const staked = Math.atan2(near - far, 2 * half);
  return { atBallMm: (near + far) / 2, turnRad: sighted + staked };
}

/** Distance of a point on the ground from the string, mm, and how far along the string it lies. */
export function besideString(
  string: LaidString,
  point: Pick<Point, 'x' | 'y'>,
): { gap: number; along: number } {
  const { turnRad, atBallMm } = string;
  const x = point.x - atBallMm;
  return {
    gap: x * Math.cos(turnRad) + point.y * Math.sin(turnRad),
    along: point.y * Math.cos(turnRad) - x * Math.sin(turnRad),
  };
}

/** What a person reads off a tape of this division. */
export function readTape(trueMm: number, divisionMm: number): number {
  return divisionMm === 0 ? trueMm : Math.round(trueMm / divisionMm) * divisionMm;
}
