import { type Handedness } from '../geometry/handedness.ts';
import { type LineName } from '../geometry/line.ts';
import { LIMITS } from '../refusal/limits.ts';
import { type Range } from '../refusal/ranges.ts';
import { type SharedPart } from '../uncertainty/shared-part.ts';
import { type AtHand, type HoldingTimes } from './at-hand.ts';

/** What every reading says, however it was taken. */
export interface InHold {
  readonly line: LineName;
  /** The uninterrupted stand in which it was read; a positive integer. Default 1. */
  readonly hold?: number;
}

/** φ with a standard uncertainty, both rad. */
export interface AzimuthEstimate {
  readonly handedAzimuthRad: number;
  readonly standardUncertaintyRad: number;
}

/** What a reading errs by. */
export type ErrorSource =
  /** How repeatably the points of the body, or the ends of the edge, are found. */
  | 'points'
  /** How a rod seats. */
  | 'seating'
  | 'tape'
  | 'sway'
  | 'base'
  /** The point at the target that a rod is seen to point at. */
  | 'mark'
  /** How far from the line the rod starts. */
  | 'gap'
  /** The look along the rod. */
  | 'look'
  | 'gauge'
  | 'judge'
  | 'square-rod'
  | 'target-line'
  | 'stepping-in';

/** The correction of a line that was read once with a tape, made with the same tape. */
export interface Move {
  /** `trail` end of a body line, or `toe` of the club. */
  readonly end: 'trail' | 'toe';
  /** m; trail: negative is toward the line; toe: positive is downrange. */
  readonly distanceM: number;
}

/** What a line was read over, m. */
export interface Base {
  readonly baseM: number;
  /** Straight along the rod or body, not along the target line. */
  readonly alongRod: boolean;
}

/** A field of a reading beside what it can measure there. */
export type Limited = readonly [field: string, value: number | undefined, limits: Range];

/** What a reading errs in alone, and what it shares with others, rad. */
export interface InParts {
  readonly independentRad: number;
  readonly shared: readonly SharedPart[];
}

/**
 * A way of reading a line: one declaration. What core does with readings goes by it, and nothing else names it; it is
 * listed in `observation.ts`.
 */
export interface WayOfReading<O extends InHold> {
  /**
   * φ and u of a reading by itself, without the target line's share.
   *
   * @throws RefusedInput for impossible readings
   */
  azimuth(o: O, handedness: Handedness): AzimuthEstimate;
  /** The field that an angle beyond 45° most likely went wrong in. */
  readonly suspectField: string;
  /** The field that a reading without any uncertainty most likely went wrong in. */
  suspectUncertainty(o: O): string;
  /** Fields beside what they can measure on a person. */
  limited(o: O): readonly Limited[];
  /** The reading without one of its sources, each once. */
  leftOut(o: O): readonly (readonly [ErrorSource, O])[];
  /** What the rest of its variance comes from; undefined where it errs in nothing alone. */
  rest(o: O): ErrorSource | undefined;
  /** How the whole u is divided; absent: it errs in all of it alone. */
  inParts?(o: O, uRad: number): InParts;
  /** The reading with what is usual of a body of another size, where that was not read; absent: size does not matter. */
  sized?(o: O, scale: number): O;
  /** Told from the target itself: the error of the string or rod on the ground does not touch it. */
  readonly fromTarget?: true;
  /** The correction to a goal φ0, rad, on the tape that it was read with; absent where it gives no distance. */
  moveTo?(o: O, goalRad: number): Move;
  /** What it was read over; undefined where that was not said, absent where there is none. */
  base?(o: O): Base | undefined;
  /** What could be read of a square line with what lies at hand, the plainest first. */
  takeable(line: LineName, atHand: AtHand): readonly O[];
  /** Which of the times it takes. */
  time(line: LineName, rod: boolean): keyof HoldingTimes;
}

/** The fields of an end that was read, beside what they can be. */
export function limitedEnds(o: {
  readonly resolutionM?: number;
  readonly plumbM?: number;
  readonly endUncertaintyM?: number;
}): readonly Limited[] {
  return [
    ['resolutionM', o.resolutionM, LIMITS.resolutionM],
    ['plumbM', o.plumbM, LIMITS.plumbM],
    ['endUncertaintyM', o.endUncertaintyM, LIMITS.endUncertaintyM],
  ];
}

/** Of an end that was read with a tape, the field that leaves it exact. */
export function exactEnd({ endUncertaintyM }: { readonly endUncertaintyM?: number }): string {
  return endUncertaintyM === undefined ? 'resolutionM' : 'endUncertaintyM';
}

/** The whole of one end, m, where the judge's own landmark is known. */
export function ownEnd(
  { landmarksM }: AtHand,
  line: LineName,
  { resolutionM, plumbM }: { readonly resolutionM: number; readonly plumbM: number },
): { readonly endUncertaintyM?: number } {
  const ownM = landmarksM?.[`${line}.bare`];
  return ownM === undefined ? {} : { endUncertaintyM: Math.hypot(ownM, resolutionM / Math.sqrt(12), plumbM) };
}

/** Usual distances between the two ends of a line, m: for planning before it has been read. */
export const USUAL_BASE_M: Readonly<Record<LineName, number>> = {
  face: 0.075,
  toes: 0.45,
  heels: 0.4,
  knees: 0.4,
  hips: 0.3,
  shoulders: 0.4,
  eyes: 0.063,
};
