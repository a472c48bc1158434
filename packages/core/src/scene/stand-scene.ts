import { azimuthFromHanded } from '../geometry/azimuth.ts';
import { sideSign } from '../geometry/handedness.ts';
import { type LaunchClub } from '../flight/launch.ts';
import { type SpacePoint } from '../sight/perspective.ts';
import { radiansFromDegrees } from '../units/angle.ts';
import { type GroundPoint } from './ground-points.ts';
import { type SightNumbers, sightScene, type SightWish } from './sight-scene.ts';

/** What stands and lies around a student at address. */
export interface StandWish extends SightWish {
  readonly club: LaunchClub;
  /** φ of the face, degrees, positive = open. */
  readonly faceTurnDeg: number;
  /** From lead to trail toe, m. */
  readonly stanceM: number;
  /** How far inside the ball’s own line a string runs, m; null: none. */
  readonly stringInsideM: number | null;
  /** How far ahead a gate rod is planted, m; null: none. */
  readonly gateM: number | null;
}

/** What a cord is, for its colour. */
export type CordName =
  | 'target-line'
  | 'string'
  | 'rod'
  | 'gate'
  | 'toes'
  | 'toe-rod'
  | 'foot'
  | 'shaft'
  | 'sighting-shaft'
  | 'edge'
  | 'aim'
  | 'seeming'
  | 'asked'
  | 'trestle'
  | 'post';

/** A line in space, m. */
export interface StandCord {
  readonly name: CordName;
  readonly points: readonly SpacePoint[];
}

/** Something with a name that stands on the ground, m. */
export interface StandCard {
  readonly kind: 'target' | 'landmark' | 'mark' | 'seeming' | 'body' | 'felt';
  readonly name: string;
  readonly foot: SpacePoint;
  readonly heightM: number;
}

/** A set-up with everything around it, before anything is drawn. */
export interface StandScene {
  readonly ball: SpacePoint;
  readonly cords: readonly StandCord[];
  readonly cards: readonly StandCard[];
  readonly numbers: SightNumbers;
}

/** Where nobody has measured it, m. */
const HEIGHT_M = { target: 2.5, landmark: 7 } as const;
const SHOE_M = 0.29;
/** A rod along the toes and on ahead, as far as it is seen from address. */
const TOE_ROD_M = [0.3, 4] as const;
const EDGE_M = 0.075;
const BALL_M = 0.021;
const STRING_M = { behind: 1.5, ahead: 3 } as const;
const GATE_M = { high: 1.1, leans: 0.25 } as const;

/** Shafts of usual clubs: from the ball to the end of the grip, m, and how steep they stand, degrees. */
const SHAFT: Readonly<Record<LaunchClub, { readonly lengthM: number; readonly lieDeg: number }>> = {
  wedge: { lengthM: 0.89, lieDeg: 64 },
  'short-iron': { lengthM: 0.92, lieDeg: 63 },
  'mid-iron': { lengthM: 0.94, lieDeg: 62 },
  'long-iron': { lengthM: 0.98, lieDeg: 60 },
  'fairway-wood': { lengthM: 1.08, lieDeg: 57 },
  driver: { lengthM: 1.14, lieDeg: 57 },
};

/**
 * A set-up as points, cords and cards in space: what a view that can be walked through is drawn from.
 *
 * @throws RefusedInput as `sightScene`
 * @example standScene({ handedness: 'right', stands: 'now', eyesInsideM: 0.4, eyesBehindM: 0, eyeHeightM: 1.48, liftedM: 0, bodyTurnDeg: 0, toesToBallM: 0.6, markM: 4.1, rodM: 1.22, target: { name: 'Barge', distanceM: 137 }, landmarks: [], feltDeg: null, club: 'mid-iron', faceTurnDeg: 0, stanceM: 0.45, stringInsideM: null, gateM: null }).cards[0].name // 'Barge'
 */
export function standScene(wish: StandWish): StandScene {
  const scene = sightScene(wish);
  const side = sideSign(wish.handedness);
  const body = azimuthFromHanded(radiansFromDegrees(wish.bodyTurnDeg), wish.handedness);
  const face = azimuthFromHanded(radiansFromDegrees(wish.faceTurnDeg), wish.handedness);
  const along = (from: GroundPoint, azimuthRad: number, byM: number): GroundPoint => ({
    xM: from.xM + byM * Math.sin(azimuthRad),
    yM: from.yM + byM * Math.cos(azimuthRad),
  });
  const own = body - side * (Math.PI / 2);
  const ballAt: GroundPoint = { xM: 0, yM: 0 };
  const toes = along(ballAt, own, wish.toesToBallM);
  const feet = [0.5, -0.5].map((share) => along(toes, body, share * wish.stanceM));
  const { lengthM, lieDeg } = SHAFT[wish.club];
  const lie = radiansFromDegrees(lieDeg);
  const grip = along(ballAt, own, lengthM * Math.cos(lie));
  const behindBall: GroundPoint = { xM: 0, yM: -BALL_M };
  const { target, mark, rodEnd, seeming } = scene;
  const string = wish.stringInsideM;
  const cord = (name: CordName, ...points: readonly SpacePoint[]): StandCord => ({ name, points });
  const card = (
    kind: StandCard['kind'],
    name: string,
    at: GroundPoint | undefined | null,
    heightM = 0,
  ): readonly StandCard[] => (at ? [{ kind, name, foot: onGround(at), heightM }] : []);
  return {
    ball: { xM: 0, yM: 0, zM: BALL_M },
    cords: [
      cord('target-line', onGround(ballAt), onGround(target)),
      ...(string === null
        ? []
        : [
            cord(
              'string',
              onGround({ xM: -side * string, yM: -STRING_M.behind }),
              onGround({ xM: -side * string, yM: STRING_M.ahead }),
            ),
          ]),
      cord('rod', onGround(mark), onGround(rodEnd)),
      ...(wish.gateM === null
        ? []
        : [
            cord('gate', onGround({ xM: 0, yM: wish.gateM }), {
              xM: 0,
              yM: wish.gateM + GATE_M.leans,
              zM: GATE_M.high,
            }),
          ]),
      cord('toes', ...scene.body.map(onGround)),
      cord('toe-rod', ...TOE_ROD_M.map((byM) => onGround(along(toes, body, byM)))),
      ...feet.map((toe) => cord('foot', onGround(toe), onGround(along(toe, own, SHOE_M)))),
      cord('shaft', onGround(behindBall), { ...grip, zM: lengthM * Math.sin(lie) }),
      cord(
        'edge',
        ...[-0.5, 0.5].map((share) => onGround(along(behindBall, face + Math.PI / 2, share * EDGE_M))),
      ),
      cord('aim', onGround(ballAt), onGround(along(ballAt, face, wish.markM))),
      cord('seeming', onGround(mark), onGround(seeming)),
    ],
    cards: [
      ...card('target', wish.target.name, target, wish.target.heightM ?? HEIGHT_M.target),
      ...scene.landmarks.flatMap(({ name, at, heightM = HEIGHT_M.landmark }) =>
        card('landmark', name, at, heightM),
      ),
      ...card('mark', 'mark', mark),
      ...card('seeming', 'mark seems here', seeming),
      ...card('body', 'body points here', scene.body[1]),
      ...card('felt', 'felt', scene.felt),
    ],
    numbers: scene.numbers,
  };
}

function onGround({ xM, yM }: GroundPoint): SpacePoint {
  return { xM, yM, zM: 0 };
}
