import { feelAtTarget, type Handedness, radiansFromDegrees, sideSign } from '@lotrecht/core';

/** How the corrected aim will feel at the target. */
export interface Feel {
  /** m at the target, ≥ 0. */
  readonly metres: number;
  readonly side: 'left' | 'right';
}

/** Where a line is turned. */
export interface FeelGround {
  readonly distanceM: number;
  readonly handedness: Handedness;
}

/**
 * The feel of turning a line, as the advised move does: the point aimed at moves by R·tan Δ.
 *
 * @param turnDeg φ, degrees: closed for the body, open for the face is positive
 * @example feelOfTurn(-3.9, { distanceM: 150, handedness: 'right' }).side // 'left'
 * @example feelOfTurn(-3.9, { distanceM: 150, handedness: 'left' }).side // 'right'
 */
export function feelOfTurn(turnDeg: number, { distanceM, handedness }: FeelGround): Feel {
  const shift = feelAtTarget(sideSign(handedness) * radiansFromDegrees(turnDeg), distanceM);
  return { metres: Math.abs(shift), side: shift < 0 ? 'left' : 'right' };
}
