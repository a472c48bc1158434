import { type SharedPart } from '../uncertainty/shared-part.ts';
import { type AzimuthEstimate, type WayOfReading } from './way-of-reading.ts';
import { EYE, type EyeObservation } from './ways/eye.ts';
import { FACE_ROD, type FaceRodObservation } from './ways/face-rod.ts';
import { GAPS, type GapsObservation } from './ways/gaps.ts';
import { type AngleObservation, GAUGE } from './ways/gauge.ts';
import { POINTS_AT, type PointsAtObservation } from './ways/points-at.ts';
import { SQUARE, type SquareObservation } from './ways/square.ts';

/** Every way of reading a line. */
export type Observation =
  | GapsObservation
  | SquareObservation
  | FaceRodObservation
  | PointsAtObservation
  | AngleObservation
  | EyeObservation;

/** The declaration of each, in the order in which they are offered. */
export const WAYS_OF_READING: {
  readonly [By in Observation['by']]: WayOfReading<Extract<Observation, { readonly by: By }>>;
} = {
  square: SQUARE,
  faceRod: FACE_ROD,
  gaps: GAPS,
  pointsAt: POINTS_AT,
  angle: GAUGE,
  eye: EYE,
};

/** The declaration that a reading goes by. */
export function wayOf<O extends Observation>(o: O): WayOfReading<O> {
  // A reading and its declaration go by the same name, which the compiler cannot see through a union.
  return WAYS_OF_READING[o.by] as unknown as WayOfReading<O>;
}

/** What an observation yields. The whole u leaves the target line's share out. */
export interface ReadAzimuth extends AzimuthEstimate {
  /** What this reading errs in alone, rad, ≥ 0. */
  readonly independentRad: number;
  readonly shared: readonly SharedPart[];
  /** Told from the target itself: the error of the string or rod on the ground does not touch it. */
  readonly fromTarget: boolean;
}
