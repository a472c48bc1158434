import { type LineName } from '../geometry/line.ts';
import { type Tolerance } from '../uncertainty/conformity.ts';

/** One set-up of a lesson: φ of the line and its u without the target line, rad. */
export interface Rep {
  readonly handedAzimuthRad: number;
  readonly measurementUncertaintyRad: number;
}

/** The set-ups of one lesson under one kind of circumstances. */
export interface SeriesLesson {
  /** Whole UTC days since 1970-01-01. */
  readonly day: number;
  /** u(T) of the target line that all reps share, rad, ≥ 0. */
  readonly targetLineUncertaintyRad: number;
  /** At least one. */
  readonly reps: readonly Rep[];
}

/** One line of one student under one kind of circumstances, lesson by lesson. */
export interface Series {
  readonly line: LineName;
  readonly toleranceRad: Tolerance;
  /** In order of their days, at most one a day. */
  readonly lessons: readonly SeriesLesson[];
  /** The last lesson's day or later. */
  readonly forecastDay?: number;
}

/** The level of a line at a time: mean and standard deviation, rad, and the probability that it is in tolerance. */
export interface Level {
  readonly levelRad: number;
  readonly standardDeviationRad: number;
  readonly probabilityInTolerance: number;
}

/** One lesson of a series as the tracking sees it. */
export interface TrackedLesson {
  readonly day: number;
  readonly count: number;
  readonly meanRad: number;
  /** Of the lesson's own reps; null for a single one. */
  readonly sdRad: number | null;
  /** R, rad². */
  readonly observationVariance: number;
  /** From this lesson and those before it. */
  readonly filtered: Level;
  /** From all lessons. Both allow for q not being known. */
  readonly smoothed: Level;
}

/** The change from one lesson to another. */
export interface Change {
  readonly deltaRad: number;
  readonly uncertaintyRad: number;
  /** Null where no lesson has two reps: the spread is then taken as known. */
  readonly degreesOfFreedom: number | null;
  readonly minimalDetectableChangeRad: number;
  /** Two-sided. */
  readonly pValue: number;
  readonly real: boolean;
}

/** What a series says at a lesson. */
export interface Flag {
  readonly code: 'relapse' | 'stable';
  readonly day: number;
}

/** Everything the tracking says of a series. */
export interface Track {
  /** Within-lesson variance, rad². */
  readonly pooledVariance: number;
  /** Likeliest variance of the random walk, rad² a day; levels are mixed over all of them. */
  readonly q: number;
  readonly logLikelihood: number;
  readonly lessons: readonly TrackedLesson[];
  /** Between neighbouring lessons. */
  readonly changes: readonly Change[];
  readonly flags: readonly Flag[];
  /** On the day that was asked for; null without one. */
  readonly forecast: Level | null;
}
