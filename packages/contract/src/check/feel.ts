import { feelAtTarget, radiansFromDegrees, sideSign, type Handedness } from '@lotrecht/core';
import { type LineResult } from '../generated/types.ts';

/** How the corrected aim will feel at the target. */
export interface Feel {
  /** m at the target, ≥ 0. */
  readonly metres: number;
  readonly side: 'left' | 'right';
}

/** Where a line is to be turned. */
export interface FeelGround {
  readonly distanceM: number;
  readonly handedness: Handedness;
  /** The method's goal for this line, φ in degrees. Default: on the target line. */
  readonly goalDeg?: number | undefined;
}

/**
 * The feel of turning a line to the method's goal, as the move does: the point aimed at moves by R·tan Δ.
 *
 * @example feelOfMove({ azimuthDeg: 3.9 }, { distanceM: 150, handedness: 'right' }).side // 'left'
 * @example feelOfMove({ azimuthDeg: -3 }, { distanceM: 150, handedness: 'right', goalDeg: -3 }).metres // 0
 */
export function feelOfMove(
  { azimuthDeg }: Pick<LineResult, 'azimuthDeg'>,
  { distanceM, handedness, goalDeg = 0 }: FeelGround,
): Feel {
  const goalAzimuthDeg = sideSign(handedness) * goalDeg;
  const shift = feelAtTarget(radiansFromDegrees(goalAzimuthDeg - azimuthDeg), distanceM);
  return { metres: Math.abs(shift), side: shift < 0 ? 'left' : 'right' };
}
