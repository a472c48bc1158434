import { type CheckDocument, type LineResult } from '../generated/types.ts';
import { type CheckView } from './check-views.ts';
import { type ConsentView } from './take-home-views.ts';
import { type LineName } from '@lotrecht/core';

/** A student as lists and pages show them. */
export interface StudentView {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  readonly handedness: 'right' | 'left';
  readonly minor: boolean;
  readonly notes: string;
  /** Null while the pointing test was not made. */
  readonly dominantEye: 'right' | 'left' | null;
  /** Measured, mm; null: usual lengths stand in. */
  readonly statureMm: number | null;
  readonly shoeMm: number | null;
  readonly instructor: { readonly id: string; readonly name: string };
  /** YYYY-MM-DD, or null before the first lesson. */
  readonly lastLessonOn: string | null;
  readonly lessonCount: number;
}

/** A lesson with the checks made in it, oldest first. */
export interface LessonView {
  readonly id: string;
  readonly revision: number;
  readonly studentId: string;
  readonly heldOn: string;
  /** When the student is expected again, YYYY-MM-DD; null where nothing was agreed. */
  readonly nextOn: string | null;
  readonly notes: string;
  readonly placeId: string | null;
  readonly placeName: string | null;
  /** `self`: what the student read at home; followed, and no visit. */
  readonly kind: 'lesson' | 'self';
  /** Bobs sway more. */
  readonly windy: boolean;
  readonly checks: readonly CheckView[];
}

/** A student as pages about them begin: no page brings the history for a name. */
export interface StudentCardView {
  readonly student: StudentView;
  /** A guardian's, newest first; withdrawn ones stay on record. */
  readonly consents: readonly ConsentView[];
}

/** A student with a page of their lessons, newest first. */
export interface StudentHistoryView extends StudentCardView {
  readonly lessons: readonly LessonView[];
  /** What to send for the next page; null: this was the last. */
  readonly next: string | null;
}

/** A page of students by name. */
export interface StudentListView {
  readonly students: readonly StudentView[];
  /** What to send for the next page; null: this was the last. */
  readonly next: string | null;
}

/** One line of the day's tee sheet. */
export interface TeeSheetEntry {
  readonly lessonId: string;
  readonly studentId: string;
  readonly studentName: string;
  readonly handedness: 'right' | 'left';
  readonly instructorName: string;
  readonly heldOn: string;
  /** When the student is expected again, as it was said in this lesson. */
  readonly nextOn: string | null;
  readonly checkCount: number;
  /** The student's last blind baseline before this lesson, or null without one. */
  readonly lastCold: LastColdView | null;
  /** What the student's cold lines say at their last lesson. */
  readonly flags: readonly LineFlag[];
}

/** A line that was lost, or that has held, at a lesson. */
export interface LineFlag {
  readonly code: 'relapse' | 'stable';
  readonly line: LineName;
  readonly clubGroup: NonNullable<CheckDocument['club']>['group'] | null;
  /** Day of the lesson, YYYY-MM-DD. */
  readonly date: string;
}

/** What a blind baseline left to watch. */
export interface LastColdView {
  readonly heldOn: string;
  /** The line to work on: the instructor's choice, else what came first; null where nothing stood out. */
  readonly watch: { readonly line: LineName; readonly result: LineResult } | null;
}

/** The lessons of a day and, for starting the next, the students seen last. */
export interface TodayView {
  readonly date: string;
  readonly lessons: readonly TeeSheetEntry[];
  readonly earlier: readonly TeeSheetEntry[];
  /** Last lessons of those who are due: the day that was agreed has come, or none was and three weeks are over. */
  readonly due: readonly TeeSheetEntry[];
}
