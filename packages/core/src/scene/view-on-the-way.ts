import { sideSign } from '../geometry/handedness.ts';
import { requireWithin } from '../refusal/ranges.ts';
import { eyeAtAddress } from '../sight/eye-at-address.ts';
import { type SpacePoint, type View } from '../sight/perspective.ts';
import { radiansFromDegrees } from '../units/angle.ts';
import { type SightWish } from './sight-scene.ts';

/** Where someone is on the way from behind the ball to address, and where they look. */
export interface OnTheWay {
  /** 0: behind the ball on the target line; 1: at address. */
  readonly walk: number;
  /** 0: at the ball; 1: at the mark; 2: at the target; looks in between go along the line. */
  readonly look: number;
}

/** So far behind the ball one sights along the shaft, m. */
export const SIGHTING_BEHIND_M = 3;
/** On the way in one passes here on the own side, m from the line and behind the ball. */
const PASSING = { insideM: 0.9, behindM: 1.2 } as const;
/** Eyes of somebody who stands upright are higher than at address by this share. */
export const UPRIGHT = 1.12;
/** A head that is lifted out of posture goes up by this, m. */
const LIFTED_UP_M = 0.1;
/** From here on one is over the ball. */
const AT_BALL = 0.999;

/**
 * The eye of someone who walks in, and what it looks at: from behind along the target line, in along the own side, and
 * over the ball as the look is rolled or lifted along the line.
 *
 * @throws RefusedInput for a place or a look that is not on the way
 * @example viewOnTheWay({ handedness: 'right', stands: 'now', eyesInsideM: 0.4, eyesBehindM: 0, eyeHeightM: 1.48, liftedM: 0, bodyTurnDeg: 0, toesToBallM: 0.6, markM: 4.1, rodM: 1.22, target: { name: 'Barge', distanceM: 137 }, landmarks: [], feltDeg: null }, { walk: 1, look: 2 }).eye.xM // -0.4
 */
export function viewOnTheWay(wish: SightWish, { walk, look }: OnTheWay): View {
  requireWithin('walk', walk, { least: 0, most: 1 });
  requireWithin('look', look, { least: 0, most: 2 });
  const eye = eyeOnTheWay(wish, walk);
  const { distanceM } = wish.target;
  const towardTarget = directionTo(eye, distanceM);
  const over = directionTo(eye, lookedAtM(wish, look));
  // On the way the look stays on the target; over the ball it goes where it is wanted.
  const share = smooth(walk);
  const part = (from: number, to: number): number => from + share * (to - from);
  const azimuthRad = part(towardTarget.azimuthRad, over.azimuthRad);
  const loweredRad = part(towardTarget.loweredRad, over.loweredRad);
  return { eye, azimuthRad, loweredRad };
}

function eyeOnTheWay(wish: SightWish, walk: number): SpacePoint {
  const lifted = wish.liftedM > 0;
  const address = eyeAtAddress({
    handedness: wish.handedness,
    insideM: wish.eyesInsideM,
    behindM: wish.eyesBehindM,
    heightM: wish.eyeHeightM + (lifted ? LIFTED_UP_M : 0),
    bodyTurnRad: radiansFromDegrees(wish.bodyTurnDeg),
    liftedM: wish.liftedM,
  });
  if (walk > AT_BALL) return address;
  const upright = wish.eyeHeightM * UPRIGHT;
  const behind: SpacePoint = { xM: 0, yM: -SIGHTING_BEHIND_M, zM: upright };
  const passing: SpacePoint = {
    xM: -sideSign(wish.handedness) * PASSING.insideM,
    yM: -PASSING.behindM,
    zM: upright,
  };
  return walk < 0.5
    ? pointBetween(behind, passing, smooth(walk * 2))
    : pointBetween(passing, address, smooth(walk * 2 - 1));
}

/** Where on the target line a look rests, m ahead of the ball: evenly to the mark, in ever longer steps beyond it. */
function lookedAtM({ markM, target }: SightWish, look: number): number {
  return look <= 1 ? look * markM : markM * (target.distanceM / markM) ** (look - 1);
}

function directionTo(eye: SpacePoint, aheadM: number): Pick<View, 'azimuthRad' | 'loweredRad'> {
  const [dx, dy] = [-eye.xM, aheadM - eye.yM];
  return { azimuthRad: Math.atan2(dx, dy), loweredRad: Math.atan2(eye.zM, Math.hypot(dx, dy)) };
}

function pointBetween(a: SpacePoint, b: SpacePoint, share: number): SpacePoint {
  const part = (from: number, to: number): number => from + share * (to - from);
  return { xM: part(a.xM, b.xM), yM: part(a.yM, b.yM), zM: part(a.zM, b.zM) };
}

/** Begins and ends slowly. */
function smooth(share: number): number {
  return share * share * (3 - 2 * share);
}
