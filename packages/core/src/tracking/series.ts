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
  /** The set-up was worked on in it. Default false. */
  readonly workedOn?: boolean;
  /** At least one. */
  readonly reps: readonly Rep[];
}

/** One line of one student under one kind of circumstances, lesson by lesson. */
export interface Series {
  readonly line: LineName;
  readonly toleranceRad: Tolerance;
  /** In order of their days, at most one a day. */
  readonly lessons: readonly SeriesLesson[];
  /** s_d, rad, taken as known. Default: estimated. */
  readonly daySdRad?: number;
  /** s_r, rad; counts where no lesson has two reps. Default 2°. */
  readonly readdressSdRad?: number;
  /** The last lesson's day or later. */
  readonly forecastDay?: number;
  /** Lessons before this day are compared with those from it on. */
  readonly markedDay?: number;
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
  /** R + s_d², rad². */
  readonly observationVariance: number;
  /** From this lesson and those before it. */
  readonly filtered: Level;
  /** From all lessons. Both allow for what is not known of how the student changes. */
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

/** Lessons before a day against those from it on. */
export interface BeforeAfter {
  /** Of the first lesson after. */
  readonly day: number;
  /** The day was marked; otherwise it is the one that shows most, and the p allows for that. */
  readonly marked: boolean;
  readonly lessonsBefore: number;
  readonly lessonsAfter: number;
  readonly deltaRad: number;
  readonly uncertaintyRad: number;
  readonly degreesOfFreedom: number;
  /** Two-sided. */
  readonly pValue: number;
  readonly minimalDetectableChangeRad: number;
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
  /** Variance of the walk, rad² a day, on average over what is likely. */
  readonly q: number;
  /** s_d, rad, root mean square over what is likely. */
  readonly daySdRad: number;
  readonly lessons: readonly TrackedLesson[];
  /** Between neighbouring lessons. */
  readonly changes: readonly Change[];
  /** Null with fewer than two lessons on a side. */
  readonly beforeAfter: BeforeAfter | null;
  readonly flags: readonly Flag[];
  /** On the day that was asked for; null without one. */
  readonly forecast: Level | null;
}
