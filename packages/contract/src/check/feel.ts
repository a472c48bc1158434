import { feelAtTarget, radiansFromDegrees } from '@lotrecht/core';
import { type LineResult } from '../generated/types.ts';

/** How the corrected aim will feel at the target. */
export interface Feel {
  /** m at the target, ≥ 0. */
  readonly metres: number;
  readonly side: 'left' | 'right';
}

/**
 * The feel of turning a line onto the target line: the point aimed at moves by R·tan Δ, to the other side.
 *
 * @example feelOfSquaring({ azimuthDeg: 3.9 }, 150).side // 'left'
 */
export function feelOfSquaring(line: LineResult, targetDistanceM: number): Feel {
  const shift = feelAtTarget(-radiansFromDegrees(line.azimuthDeg), targetDistanceM);
  return { metres: Math.abs(shift), side: shift < 0 ? 'left' : 'right' };
}
