import { azimuthFromHanded } from '../geometry/azimuth.ts';
import { type Handedness, sideSign } from '../geometry/handedness.ts';
import { RANGES, type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { type SpacePoint } from './perspective.ts';

/** Where the eyes of someone at address are, relative to the ball. */
export interface EyePlace {
  readonly handedness: Handedness;
  /** e, gap of the eye midpoint with the body parallel to the target line, m. */
  readonly insideM: number;
  /** b, how far behind the ball, m. */
  readonly behindM: number;
  /** Above the ground, m. */
  readonly heightM: number;
  /** φ of the whole body, turned about the ball, rad, positive = closed. Default 0. */
  readonly bodyTurnRad?: number;
  /** How much further inside the eyes come when the head is lifted out of posture, m. Default 0: rolled under. */
  readonly liftedM?: number;
}

const INSIDE: Range = { least: -1, most: 2 };
const BEHIND: Range = { least: -2, most: 5 };
const HEIGHT: Range = { least: 0, most: 2.5 };
const LIFTED: Range = { least: 0, most: 0.5 };

/** Lifting the head out of posture adds 0.2 to 0.3 m to the distance inside: the middle of it, m. */
export const LIFTED_HEAD_M = 0.25;

/**
 * The eye midpoint in the ground frame: e inside the line and b behind the ball, turned about the ball with the body.
 *
 * @returns x right, y downrange, z up, m
 * @throws RefusedInput for eyes where no player's are
 * @example eyeAtAddress({ handedness: 'right', insideM: 0.4, behindM: 0, heightM: 1.48 }).xM // -0.4
 */
export function eyeAtAddress(place: EyePlace): SpacePoint {
  const s = sideSign(place.handedness);
  const inside =
    requireWithin('insideM', place.insideM, INSIDE) + requireWithin('liftedM', place.liftedM ?? 0, LIFTED);
  const behind = requireWithin('behindM', place.behindM, BEHIND);
  const turn = azimuthFromHanded(
    requireWithin('bodyTurnRad', place.bodyTurnRad ?? 0, RANGES.angleRad),
    place.handedness,
  );
  const [x, y] = [-s * inside, -behind];
  return {
    xM: x * Math.cos(turn) + y * Math.sin(turn),
    yM: y * Math.cos(turn) - x * Math.sin(turn),
    zM: requirePositive('heightM', place.heightM, HEIGHT),
  };
}
