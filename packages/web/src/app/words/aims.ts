import { radiansFromDegrees } from '@lotrecht/core/angle';
import { feelAtTarget } from '@lotrecht/core/feel';
import { type Aim, besideText, type DistanceUnit, formatDistance } from '@lotrecht/words';

/** What an angle of a line is turned into a place by. */
export interface AimedFrom {
  readonly handedness: 'right' | 'left';
  /** Of the target; absent or 0 where nobody knows. */
  readonly distanceM?: number | undefined;
}

/** Where a line aims that is so many degrees closed (a face: open), seen from the student. */
export function aimOf(handedDeg: number, { handedness, distanceM = 0 }: AimedFrom): Aim {
  const deg = handedness === 'right' ? handedDeg : -handedDeg;
  const metres = distanceM > 0 ? Math.abs(feelAtTarget(radiansFromDegrees(deg), distanceM)) : null;
  return { deg, metres };
}

/** A usual iron shot: what a line aims beside is told at this distance, in the set unit. */
const TOLD_AT = 150;
const YARD_M = 0.9144;

/** Who is told: the side of a turn follows from the hand, distances from the set unit. */
export interface Told {
  readonly handedness: 'right' | 'left';
  readonly unit: DistanceUnit;
}

/** So many degrees as a place at 150 m or yards. @example "7.9 m left" */
export function placeText(deg: number, { handedness, unit }: Told): string {
  const distanceM = unit === 'yd' ? TOLD_AT * YARD_M : TOLD_AT;
  return besideText(aimOf(deg, { handedness, distanceM }), unit);
}

/** So many degrees as a length there, whichever side. @example "0.5 m" */
export function lengthText(deg: number, { unit }: Pick<Told, 'unit'>): string {
  const distanceM = unit === 'yd' ? TOLD_AT * YARD_M : TOLD_AT;
  return formatDistance(Math.abs(feelAtTarget(radiansFromDegrees(deg), distanceM)), unit);
}

/** Where places are told, said once. @example "at 150 m" */
export function atText({ unit }: Told): string {
  return `at ${TOLD_AT} ${unit}`;
}
