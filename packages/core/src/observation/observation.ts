import { type SharedPart } from '../uncertainty/shared-part.ts';
import { type LineName } from '../geometry/line.ts';
import { type EndReading } from '../uncertainty/end-uncertainty.ts';

interface InHold {
  readonly line: LineName;
  /** The uninterrupted stand in which it was read; a positive integer. Default 1. */
  readonly hold?: number;
}

/** Tape from the string to both ends of a body line; gaps are positive on the player's side. */
export interface GapsObservation extends InHold, EndReading {
  readonly by: 'gaps';
  readonly leadGapM: number;
  readonly trailGapM: number;
  /** Distance between the two ends, m, > 0. */
  readonly baseM: number;
  /** Base read along the target line (default) or straight along the rod or body. */
  readonly baseAlong?: 'targetLine' | 'rod';
  /** Standard uncertainty of the base, m. Default 5 mm. */
  readonly baseUncertaintyM?: number;
  /** How repeatably a rod seats on the body, rad. Default: of the line; with `rod`. */
  readonly seatingUncertaintyRad?: number;
}

/** From a rod laid square to the target line to heel and toe of the leading edge; positive downrange. */
export interface SquareObservation extends InHold, Omit<EndReading, 'rod' | 'plumbM'> {
  readonly by: 'square';
  readonly heelGapM: number;
  readonly toeGapM: number;
  /** Heel to toe across the line, m, > 0. */
  readonly baseM: number;
  /** Default 2 mm. */
  readonly baseUncertaintyM?: number;
  /** Standard uncertainty of the reference rod's squareness, rad. Default 0. */
  readonly squareUncertaintyRad?: number;
}

/** A rod standing square off the face. */
export interface FaceRodObservation extends InHold, Omit<EndReading, 'rod' | 'plumbM'> {
  readonly by: 'faceRod';
  /** Gap of the rod's end at the face, m, positive on the player's side. */
  readonly faceGapM: number;
  readonly tipGapM: number;
  /** Horizontal length between the two plumb points, m, > 0. */
  readonly lengthM: number;
  /** Default 5 mm. */
  readonly lengthUncertaintyM?: number;
  /** How repeatably the rod seats on the face, rad. Default 0. */
  readonly seatingUncertaintyRad?: number;
}

/** Where a rod on the line's marks points at a known distance. */
export interface PointsAtObservation extends InHold {
  readonly by: 'pointsAt';
  /** From the target line, m, right positive seen downrange. */
  readonly lateralM: number;
  /** From the ball, m, > 0. */
  readonly distanceM: number;
  /** The line's own gap at the ball, m. Default 0. */
  readonly gapM?: number;
  /** Default 1 m. */
  readonly lateralUncertaintyM?: number;
  /** Of the line's own gap, m. Default 50 mm. */
  readonly gapUncertaintyM?: number;
  /** How well one looks along the rod, rad. Default 0.3°. */
  readonly alongUncertaintyRad?: number;
  /** The rod touches the body itself and lies on no marks. Default false. */
  readonly rod?: boolean;
  /** Between the two marks or points of contact, m. Default: the usual of the line. */
  readonly baseM?: number;
  /** Sway of the bob that the marks were dropped with, m. Default 0; without `rod`. */
  readonly plumbM?: number;
  /** The whole standard uncertainty of one mark, m, instead of sway and landmark; without `rod`. */
  readonly endUncertaintyM?: number;
  /** How repeatably the rod seats on the body, rad. Default: of the line and `baseM`; with `rod`. */
  readonly seatingUncertaintyRad?: number;
}

/** A protractor or angle gauge on the rod. */
export interface AngleObservation extends InHold {
  readonly by: 'angle';
  /** θ, rad, right positive seen downrange. */
  readonly readingRad: number;
  /** Default 1°. */
  readonly uncertaintyRad?: number;
}

/** Judged by eye. */
export interface EyeObservation extends InHold {
  readonly by: 'eye';
  /** θ, rad, right positive seen downrange. */
  readonly readingRad: number;
  /** The judge's calibrated standard uncertainty. Default 4°. */
  readonly uncertaintyRad?: number;
}

/** Every way of reading a line. */
export type Observation =
  | GapsObservation
  | SquareObservation
  | FaceRodObservation
  | PointsAtObservation
  | AngleObservation
  | EyeObservation;

/** φ with a standard uncertainty, both rad. */
export interface AzimuthEstimate {
  readonly handedAzimuthRad: number;
  readonly standardUncertaintyRad: number;
}

/** What an observation yields. The whole u leaves the target line's share out. */
export interface ReadAzimuth extends AzimuthEstimate {
  /** What this reading errs in alone, rad, ≥ 0. */
  readonly independentRad: number;
  readonly shared: readonly SharedPart[];
  /** Told from the target itself: the error of the string or rod on the ground does not touch it. */
  readonly fromTarget: boolean;
}
