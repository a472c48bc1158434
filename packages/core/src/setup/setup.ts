import { type Handedness } from '../geometry/handedness.ts';
import { type LineName } from '../geometry/line.ts';
import { type PointingSide, type TurnWord } from '../geometry/words.ts';
import { type Observation } from '../observation/observation.ts';
import { type Move } from '../observation/way-of-reading.ts';
import { type Posterior } from '../posterior/posterior.ts';
import { type PriorComponent } from '../posterior/prior.ts';
import { type TargetLine } from '../station/target-line.ts';
import { type Measurand } from '../combining/combine-line.ts';
import { type DecisionLimits, type Tolerance, type Verdict } from '../uncertainty/conformity.ts';

/** Which foot line a method judges by. */
export type FootLine = 'toes' | 'heels';

/** Flares and shoe length, from which the heel line follows the toe line. */
export interface Feet {
  readonly shoeLengthM: number;
  /** From square to the target line, rad, outward positive. */
  readonly leadFlareRad: number;
  readonly trailFlareRad: number;
}

/** One set-up check as core reads it: SI units, angles in radians. */
export interface Setup {
  readonly handedness: Handedness;
  readonly targetLine: TargetLine;
  /**
   * Where the ball is to start, from the target line, rad, right positive: φ, tolerances and goals are from there.
   * Default 0.
   */
  readonly startLineRad?: number;
  /** Permitted handed azimuth per line; a line without one gets no verdict. */
  readonly tolerancesRad: Partial<Readonly<Record<LineName, Tolerance>>>;
  /** Goal φ0 per line, inside its tolerance. Default 0. */
  readonly goalsRad?: Partial<Readonly<Record<LineName, number>>>;
  /** The method's order: the first line out in it is fixed first. */
  readonly order: readonly LineName[];
  readonly footLine?: FootLine;
  /** Spread with which this student steps back in, rad. Default 2°. */
  readonly readdressSdRad?: number;
  /** How differently this student stands from day to day, rad. Default 0.8°. */
  readonly daySdRad?: number;
  /** Height, m: widths of the body that were not read are scaled by it, without it by the shoe. */
  readonly statureM?: number;
  readonly feet?: Feet;
  readonly limits?: DecisionLimits;
  /** What is known of students before anyone is read. Default: the shipped prior. */
  readonly prior?: { readonly components: readonly PriorComponent[] };
  /** Cold checks of the same student and club group, oldest first. */
  readonly earlier?: readonly EarlierSetup[];
  /** It was kept before: what cannot have been measured is told as it was, and not refused. Default false. */
  readonly stored?: boolean;
  readonly observations: readonly Observation[];
}

/** A cold check before this one. */
export interface EarlierSetup {
  /** Whole days before this check, ≥ 0, falling or equal. */
  readonly daysBefore: number;
  readonly targetLine: TargetLine;
  /** Where its ball was to start, rad, right positive. Default 0. */
  readonly startLineRad?: number;
  /** Default 2°. */
  readonly readdressSdRad?: number;
  /** Read from this check's own string or rod, whose error it shares. Default false. */
  readonly sameLine?: boolean;
  /** The set-up was worked on in that lesson. Default false. */
  readonly workedOn?: boolean;
  readonly observations: readonly Observation[];
}

/** What would turn "can't tell" into a verdict at the present φ. */
export interface WouldSettle {
  /** Least number of repeats, 2 to 20, or null. */
  readonly repeats: number | null;
  /** Least rod held across, m, in steps of 50 mm up to 1.5 m, or null; of one bare reading of a body line. */
  readonly rodM: number | null;
  /** The target line alone is too uncertain and must be laid again. */
  readonly targetLine: boolean;
}

/** A line judged against its tolerance. */
export interface LineJudgement {
  readonly toleranceRad: Tolerance;
  readonly conformanceProbability: number;
  readonly tooOpenProbability: number;
  readonly tooClosedProbability: number;
  readonly verdict: Verdict;
  /** Only with `cannot-tell`. */
  readonly wouldSettle?: WouldSettle;
}

/** What is known of one line. */
export interface LineFinding {
  readonly line: LineName;
  /** Told of how they stood, or of how they usually stand today. */
  readonly measurand: Measurand;
  /** φ, rad, positive = turned across the ball line. */
  readonly handedAzimuthRad: number;
  /** θ, rad, right positive seen downrange. */
  readonly azimuthRad: number;
  /** u(φ) without the target line, rad. */
  readonly measurementUncertaintyRad: number;
  /** u(φ) with the target line, rad. */
  readonly standardUncertaintyRad: number;
  readonly birgeRatio: number;
  readonly word: TurnWord;
  readonly side: PointingSide;
  readonly judgement?: LineJudgement;
  readonly move?: Move;
}

/** The whole-body turn and what is twisted against it, body lines only. */
export interface Turn {
  /** c, rad. */
  readonly handedAzimuthRad: number;
  readonly standardUncertaintyRad: number;
  readonly chiSquare: number;
  readonly degreesOfFreedom: number;
  readonly pValue: number;
  readonly agree: boolean;
  /** φ − c per line that took part, rad. */
  readonly twistRad: Partial<Readonly<Record<LineName, number>>>;
  /** The line that stands out most when they disagree; null for two, of which either may. */
  readonly mostTwisted: LineName | null;
  /** How far each alone would have to be twisted to show in four of five checks, rad; only when two or more agree. */
  readonly wouldShowFromRad?: Partial<Readonly<Record<LineName, number>>>;
}

/** The heel line computed from the toe line and the flares. */
export interface HeelsFromFlare {
  readonly leadGapM: number;
  readonly trailGapM: number;
  readonly handedAzimuthRad: number;
  /** Without the target line, rad. */
  readonly measurementUncertaintyRad: number;
}

/** Codes of the remarks that stand beside a finding. */
export type NoteCode =
  | 'scatter'
  | 'no-target-uncertainty'
  | 'no-tolerance'
  | 'flare-explains'
  | 'lie'
  | 'several-holds'
  | 'target-picture'
  | 'changed-since'
  | 'duplicate';

/** A remark on a finding, about one line or about all. */
export interface Note {
  readonly code: NoteCode;
  readonly line?: LineName;
  readonly text: string;
}

/** Everything a check says. */
export interface SetupFinding {
  /** u(T), rad. */
  readonly targetLineUncertaintyRad: number;
  /** In the order in which the lines were first observed. */
  readonly lines: readonly LineFinding[];
  readonly turn: Turn | null;
  readonly fixFirst: LineName | null;
  readonly likelyFirst: LineName | null;
  readonly targetPicture: boolean;
  /** Absent where only the tape's own figures were asked for. */
  readonly posterior?: Posterior;
  readonly heelsFromFlare?: HeelsFromFlare;
  readonly notes: readonly Note[];
}
