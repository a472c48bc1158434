import { azimuthFromHanded } from '../geometry/azimuth.ts';
import { sideSign } from '../geometry/handedness.ts';
import { type SpacePoint } from '../sight/perspective.ts';
import { radiansFromDegrees } from '../units/angle.ts';
import { standScene, type StandScene, type StandWish } from './stand-scene.ts';

/** Lines of a body that trestles stand for, from the ground up. */
export const TRESTLE_LINES = ['toes', 'knees', 'hips', 'shoulders', 'eyes'] as const;
export type TrestleLine = (typeof TRESTLE_LINES)[number];

/** A body as trestles: each line turned by itself. */
export interface TrestleWish extends StandWish {
  /** φ of each line, degrees, positive = open. */
  readonly turnsDeg: Readonly<Record<TrestleLine, number>>;
  /** The line that is asked of. */
  readonly asked: TrestleLine;
}

/** Where a line lies in a body at address, as shares of stature, and how long its rod is. */
interface TrestleShape {
  readonly highShare: number;
  /** Ahead of the toes toward the ball, as a share of stature. */
  readonly aheadShare: number;
  readonly rodM: number;
}

/** As somebody bends from the hips over a mid-iron; a rod stands out at both ends so that its turn can be seen. */
const SHAPES: Readonly<Record<TrestleLine, TrestleShape>> = {
  toes: { highShare: 0, aheadShare: 0, rodM: 1.2 },
  knees: { highShare: 0.27, aheadShare: 0.02, rodM: 0.7 },
  hips: { highShare: 0.5, aheadShare: -0.1, rodM: 0.6 },
  shoulders: { highShare: 0.75, aheadShare: 0.06, rodM: 0.7 },
  eyes: { highShare: 0.82, aheadShare: 0.16, rodM: 0.4 },
};
/** Eyes at address are this share of stature above the ground. */
const EYES_SHARE = 0.82;

/**
 * A student seen by somebody else, as rods on trestles: feet, knees, hips, shoulders and eye line, each turned by a
 * known angle, with the ball, the club and what stands around.
 *
 * @throws RefusedInput as `standScene`
 * @example trestleScene({ handedness: 'right', stands: 'now', eyesInsideM: 0.4, eyesBehindM: 0, eyeHeightM: 1.48, liftedM: 0, bodyTurnDeg: 0, toesToBallM: 0.6, markM: 4.1, rodM: 1.22, target: { name: 'Barge', distanceM: 137 }, landmarks: [], feltDeg: null, club: 'mid-iron', faceTurnDeg: 0, stanceM: 0.45, stringInsideM: null, gateM: null, turnsDeg: { toes: 0, knees: 0, hips: 0, shoulders: 0, eyes: 0 }, asked: 'hips' }).cords.filter(({ name }) => name === 'asked').length // 1
 */
export function trestleScene(wish: TrestleWish): StandScene {
  const stand = standScene(wish);
  const side = sideSign(wish.handedness);
  const statureM = wish.eyeHeightM / EYES_SHARE;
  const trestles = TRESTLE_LINES.flatMap((line) => {
    const { highShare, aheadShare, rodM } = SHAPES[line];
    const middle: SpacePoint = {
      xM: -side * (wish.toesToBallM - aheadShare * statureM),
      yM: 0,
      zM: highShare * statureM,
    };
    const azimuth = azimuthFromHanded(radiansFromDegrees(wish.turnsDeg[line]), wish.handedness);
    const at = (byM: number): SpacePoint => ({
      ...middle,
      xM: middle.xM + byM * Math.sin(azimuth),
      yM: middle.yM + byM * Math.cos(azimuth),
    });
    const isAsked = line === wish.asked;
    const rod = [{ name: isAsked ? 'asked' : 'trestle', points: [at(-rodM / 2), at(rodM / 2)] }] as const;
    if (highShare === 0) return rod;
    const legs = [-rodM / 4, rodM / 4].map((byM) => ({
      name: 'post' as const,
      points: [at(byM), { ...at(byM), zM: 0 }],
    }));
    return [...rod, ...legs];
  });
  const around = stand.cords.filter(({ name }) => !OF_ONE_BODY.has(name));
  return {
    ...stand,
    cords: [...around, ...trestles],
    cards: stand.cards.filter((card) => !IN_ONE.has(card.kind)),
  };
}

/** What a single body has drawn of itself. */
const OF_ONE_BODY: ReadonlySet<string> = new Set([
  'toes',
  'toe-rod',
  'foot',
  'shaft',
  'edge',
  'aim',
  'seeming',
]);
const IN_ONE: ReadonlySet<string> = new Set(['seeming', 'body', 'felt']);
