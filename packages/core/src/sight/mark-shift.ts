import { withoutNegativeZero } from '../geometry/azimuth.ts';
import { type Handedness, sideSign } from '../geometry/handedness.ts';
import { type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';

/** Where the eyes are at address, and the mark and target they look at; metres from the ball along the line. */
export interface EyesAtAddress {
  readonly handedness: Handedness;
  /** e, gap of the eye midpoint. */
  readonly insideM: number;
  /** b, how far behind the ball. */
  readonly behindM: number;
  /** m, the mark on the line ahead of the ball. */
  readonly markM: number;
  /** R, the target. */
  readonly targetM: number;
}

/** Where a mark that lies on the line seems to stand against the background at the target. */
export interface MarkShift {
  /** m at the target, right positive. */
  readonly lateralM: number;
  /** rad, right positive. */
  readonly angleRad: number;
}

const INSIDE: Range = { least: -1, most: 2 };
const BEHIND: Range = { least: -2, most: 5 };
const DISTANCE: Range = { least: 0, most: 1000 };

/**
 * How far beside the target a mark on the line seems from address: e·((R + b)/(m + b) − 1) at an angle
 * atan(e/(m + b)) − atan(e/(R + b)), to the right for a right-hander.
 *
 * @throws RefusedInput for a mark behind the ball or at or beyond the target
 * @example markShift({ handedness: 'right', insideM: 0.4, behindM: 0, markM: 4.1, targetM: 137 }).lateralM // 12.96585...
 */
export function markShift(eyes: EyesAtAddress): MarkShift {
  const inside = requireWithin('insideM', eyes.insideM, INSIDE);
  const behind = requireWithin('behindM', eyes.behindM, BEHIND);
  const mark = requirePositive('markM', eyes.markM, DISTANCE);
  const target = requirePositive('targetM', eyes.targetM, DISTANCE);
  if (mark >= target) {
    throw new RefusedInput('out-of-range', 'markM', {
      read: mark,
      least: 0,
      most: target,
      advice: 'The mark lies between the ball and the target.',
    });
  }
  if (mark + behind <= 0) {
    throw new RefusedInput('out-of-range', 'behindM', {
      read: behind,
      advice: 'The eyes cannot be ahead of the mark.',
    });
  }
  const s = sideSign(eyes.handedness);
  const angle = Math.atan(inside / (mark + behind)) - Math.atan(inside / (target + behind));
  return {
    lateralM: withoutNegativeZero(s * inside * ((target + behind) / (mark + behind) - 1)),
    angleRad: withoutNegativeZero(s * angle),
  };
}
