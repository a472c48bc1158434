import { azimuthFromHanded } from '../geometry/azimuth.ts';
import { type Handedness, sideSign } from '../geometry/handedness.ts';
import { eyeAtAddress } from '../sight/eye-at-address.ts';
import { markShift } from '../sight/mark-shift.ts';
import { meetsAt, type View } from '../sight/perspective.ts';
import { degreesFromRadians, radiansFromDegrees } from '../units/angle.ts';
import { type GroundPoint } from './ground-points.ts';

/** A target or landmark as it is seen from the ball. */
export interface SeenMark {
  readonly name: string;
  readonly distanceM: number;
  /** From the target line, degrees, right positive. */
  readonly bearingDeg: number;
  /** How high it stands, m; undefined: as is usual for its kind. */
  readonly heightM?: number | undefined;
}

/** What a student's eyes see at address. */
export interface SightWish {
  readonly handedness: Handedness;
  /** As the student stood, or as they should: one is not drawn as the other. */
  readonly stands: 'now' | 'goal';
  /** Gap of the eyes from the target line, m. */
  readonly eyesInsideM: number;
  readonly eyesBehindM: number;
  readonly eyeHeightM: number;
  /** Lifted out of posture by this much further inside, m; 0: the head is rolled under. */
  readonly liftedM: number;
  /** φ of the body, degrees: as it is, or as it should be. */
  readonly bodyTurnDeg: number;
  /** Toe line to ball, m. */
  readonly toesToBallM: number;
  /** Mark on the target line, m ahead. */
  readonly markM: number;
  readonly rodM: number;
  readonly target: Omit<SeenMark, 'bearingDeg'>;
  readonly landmarks: readonly SeenMark[];
  /** Where the student feels aimed, degrees from the target, right positive; null: not asked. */
  readonly feltDeg: number | null;
}

/** Numbers that the picture shows. Metres at the target and degrees, right positive. */
export interface SightNumbers {
  readonly markSeemsM: number;
  readonly markSeemsDeg: number;
  readonly bodyPointsM: number;
  readonly bodyPointsDeg: number;
  readonly feltM: number | null;
}

/** What there is to see, before it is drawn: ground points in metres, and how much of it a picture must hold. */
export interface SightScene {
  readonly view: View;
  /** Half of the picture at distance 1 from the eye. */
  readonly halfHeight: number;
  readonly halfWidth: number;
  readonly target: GroundPoint;
  readonly mark: GroundPoint;
  readonly rodEnd: GroundPoint;
  /** Where the mark seems to stand, at the target's distance. */
  readonly seeming: GroundPoint;
  /** The toe line, from beside the ball to the target's distance. */
  readonly body: readonly [GroundPoint, GroundPoint];
  readonly felt: GroundPoint | null;
  readonly landmarks: readonly (Pick<SeenMark, 'name' | 'heightM'> & { readonly at: GroundPoint })[];
  readonly numbers: SightNumbers;
}

/** Half of what is seen to either side, degrees, at the least. */
const LEAST_HALF_DEG = 9;
/** Room beside the outermost thing that is told, as a share. */
const BESIDE = 1.25;
const NEAR_GROUND_M = 0.15;

/**
 * What a student's eyes have before them: as they stand, or as they should.
 *
 * @throws RefusedInput for eyes, marks and targets that cannot be
 * @example sightScene({ handedness: 'right', stands: 'now', eyesInsideM: 0.4, eyesBehindM: 0, eyeHeightM: 1.48, liftedM: 0, bodyTurnDeg: 0, toesToBallM: 0.6, markM: 4.1, rodM: 1.22, target: { name: 'Barge', distanceM: 137 }, landmarks: [], feltDeg: null }).numbers.markSeemsM // 12.96585...
 */
export function sightScene(wish: SightWish): SightScene {
  const s = sideSign(wish.handedness);
  const turnRad = radiansFromDegrees(wish.bodyTurnDeg);
  const { distanceM } = wish.target;
  const eye = eyeAtAddress({
    handedness: wish.handedness,
    insideM: wish.eyesInsideM,
    behindM: wish.eyesBehindM,
    heightM: wish.eyeHeightM,
    bodyTurnRad: turnRad,
    liftedM: wish.liftedM,
  });
  const bodyAzimuthRad = azimuthFromHanded(turnRad, wish.handedness);
  const toes = {
    xM: -s * wish.toesToBallM * Math.cos(bodyAzimuthRad),
    yM: s * wish.toesToBallM * Math.sin(bodyAzimuthRad),
  };
  const bodyPointsM = meetsAt(toes, bodyAzimuthRad, distanceM);
  // As this student's eyes see it, turned as they are.
  const seems = markShift({
    handedness: wish.handedness,
    insideM: -s * eye.xM,
    behindM: -eye.yM,
    markM: wish.markM,
    targetM: distanceM,
  });
  const markSeemsM = seems.lateralM;
  const feltM = wish.feltDeg === null ? null : distanceM * Math.tan(radiansFromDegrees(wish.feltDeg));
  const lowest = Math.atan2(eye.zM, wish.markM - eye.yM);
  const azimuthOf = (xM: number, yM: number): number => Math.atan2(xM - eye.xM, yM - eye.yM);
  const shown = [
    azimuthOf(0, distanceM),
    azimuthOf(0, wish.markM),
    azimuthOf(bodyPointsM, distanceM),
    ...(feltM === null ? [] : [azimuthOf(feltM, distanceM)]),
  ];
  const look = (Math.min(...shown) + Math.max(...shown)) / 2;
  const view: View = { eye, azimuthRad: look, loweredRad: lowest / 2 };
  // The horizon and the mark are both in sight, and so is everything that is told beside the target.
  const halfHeight = Math.tan(lowest / 2);
  const halfWidth = Math.max(
    Math.tan(radiansFromDegrees(LEAST_HALF_DEG)),
    (BESIDE * Math.max(...shown.map((a) => Math.abs(Math.tan(a - look))))) / Math.cos(lowest / 2),
  );
  const along = (yM: number): GroundPoint => ({ xM: meetsAt(toes, bodyAzimuthRad, yM), yM });
  const atTarget = (xM: number): GroundPoint => ({ xM, yM: distanceM });
  return {
    view,
    halfHeight,
    halfWidth,
    target: atTarget(0),
    mark: { xM: 0, yM: wish.markM },
    rodEnd: { xM: 0, yM: wish.markM + wish.rodM },
    seeming: atTarget(markSeemsM),
    body: [along(Math.max(NEAR_GROUND_M, toes.yM + NEAR_GROUND_M)), along(distanceM)],
    felt: feltM === null ? null : atTarget(feltM),
    landmarks: wish.landmarks.map(({ name, distanceM: away, bearingDeg, heightM }) => {
      const bearing = radiansFromDegrees(bearingDeg);
      return { name, heightM, at: { xM: away * Math.sin(bearing), yM: away * Math.cos(bearing) } };
    }),
    numbers: {
      markSeemsM,
      markSeemsDeg: degreesFromRadians(seems.angleRad),
      bodyPointsM,
      bodyPointsDeg: degreesFromRadians(Math.atan2(bodyPointsM, distanceM)),
      feltM,
    },
  };
}
