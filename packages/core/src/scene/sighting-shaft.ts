import { type SightWish } from './sight-scene.ts';
import { type StandCord } from './stand-scene.ts';
import { SIGHTING_BEHIND_M, UPRIGHT } from './view-on-the-way.ts';

/** Held upright at arm's length, m before the eye. */
const AT_ARMS_LENGTH_M = 0.6;
/** From so far below the eye to so far above it, m. */
const [BELOW_M, ABOVE_M] = [0.75, 0.2] as const;
/** Whoever has gone on from behind so far has let the shaft down. */
const LET_DOWN_FROM = 0.05;

/**
 * Whether somebody on the way in still holds the shaft up.
 *
 * @param walk 0: behind the ball; 1: at address
 * @example isSighting(0) // true
 */
export function isSighting(walk: number): boolean {
  return walk < LET_DOWN_FROM;
}

/**
 * The shaft that is held up before the eye behind the ball: ball, mark and target hide behind it, one over the other.
 *
 * @example sightingShaft({ handedness: 'right', stands: 'now', eyesInsideM: 0.4, eyesBehindM: 0, eyeHeightM: 1.48, liftedM: 0, bodyTurnDeg: 0, toesToBallM: 0.6, markM: 4.1, rodM: 1.22, target: { name: 'Barge', distanceM: 137 }, landmarks: [], feltDeg: null }).points.map(({ yM }) => yM) // [-2.4, -2.4]
 */
export function sightingShaft({ eyeHeightM }: SightWish): StandCord {
  const at = { xM: 0, yM: AT_ARMS_LENGTH_M - SIGHTING_BEHIND_M };
  const eyeM = eyeHeightM * UPRIGHT;
  return {
    name: 'sighting-shaft',
    points: [
      { ...at, zM: eyeM - BELOW_M },
      { ...at, zM: eyeM + ABOVE_M },
    ],
  };
}
