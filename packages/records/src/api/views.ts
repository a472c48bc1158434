import { type LineName } from '@lotrecht/core';
import {
  type CheckDocument,
  type CheckRecord,
  type Circumstances,
  type LineResult,
  type MethodDocument,
  type PlaceInput,
  type Rebase,
  type ResultDocument,
} from '../generated/types.ts';
import { type ConsentView } from './take-home-views.ts';

/** Who is signed in, and where. */
export interface SessionView {
  /** The tablet was left alone: only the password opens it again. */
  readonly locked: boolean;
  readonly instructor: {
    readonly id: string;
    readonly name: string;
    readonly email: string;
    readonly role: 'head' | 'instructor';
  };
  readonly academy: { readonly id: string; readonly name: string };
}

/** Whether the installation still waits for its first academy. */
export interface InstallationView {
  readonly needed: boolean;
}

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

/** A stored check: its readings and what the server's core made of them. */
export interface CheckView {
  readonly id: string;
  readonly revision: number;
  readonly lessonId: string;
  readonly studentId: string;
  readonly document: CheckDocument;
  readonly result: ResultDocument;
  /** Null where they were not recorded. */
  readonly circumstances: Circumstances | null;
  /** What was found out about the target line afterwards; `result` is corrected by it. */
  readonly rebase: Rebase | null;
  /** What belongs to the set-up beside its readings; null where nothing was noted. */
  readonly record: CheckRecord | null;
  readonly reason: CheckReason;
  /** UTC, ISO 8601. */
  readonly createdAt: string;
  readonly savedAt: string;
}

/** Why a version of a check exists. */
export type CheckReason = 'entered' | 'corrected' | 'hand-corrected';

/** What a save answers. */
export interface SavedCheckView extends CheckView {
  /** Fields in which the shown result differs from the server's by more than 1e-9, as JSON pointers. */
  readonly differences: readonly string[];
}

/** One version of a check, newest first in lists. */
export interface CheckVersionView {
  readonly revision: number;
  readonly reason: CheckReason;
  readonly document: CheckDocument;
  readonly result: ResultDocument;
  readonly rebase: Rebase | null;
  readonly record: CheckRecord | null;
  readonly by: string;
  /** It came in by a file: what the file says of who saved it. */
  readonly imported: boolean;
  readonly savedAt: string;
}

/** Versions of a check, newest first, a page of them. */
export interface CheckVersionsView {
  readonly versions: readonly CheckVersionView[];
  /** Ask for those before this revision; null: these are all. */
  readonly before: number | null;
}

/** One line of one check, as comparisons over time need it. Angles in degrees. */
export interface MeasuredLineView {
  readonly checkId: string;
  readonly lessonId: string;
  /** Day of the lesson, YYYY-MM-DD. */
  readonly heldOn: string;
  readonly line: LineName;
  readonly clubGroup: NonNullable<CheckDocument['club']>['group'] | null;
  readonly circumstances: Circumstances | null;
  readonly handedAzimuthDeg: number;
  readonly measurementUncertaintyDeg: number;
  readonly targetLineUncertaintyDeg: number;
  readonly verdict: 'in' | 'out' | 'cannot-tell' | null;
  /** As it was judged, φ in degrees; null without one. */
  readonly toleranceDeg: readonly [number, number] | null;
  /** Where the student felt aimed before the reveal, degrees from the target, right positive. */
  readonly feltDeg: number | null;
  /** It was asked about and kept as it was typed: it flags nothing. */
  readonly doubted: boolean;
}

/** What the lines of one check have in common; given once for all of them. */
export type MeasuredCheckView = Omit<MeasuredLineView, keyof OwnOfLine> & {
  /** At least one. */
  readonly lines: readonly OwnOfLine[];
};

type OwnOfLine = Pick<
  MeasuredLineView,
  'line' | 'handedAzimuthDeg' | 'measurementUncertaintyDeg' | 'verdict' | 'toleranceDeg' | 'doubted'
>;

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

/** One device that is signed in. */
export interface SessionEntryView {
  readonly id: string;
  readonly device: string;
  /** UTC, ISO 8601. */
  readonly createdAt: string;
  readonly lastSeenAt: string;
  /** The device that asks. */
  readonly here: boolean;
}

/** An instructor of the academy. */
export interface InstructorView {
  readonly id: string;
  readonly name: string;
  /** Null: came in by a file and has none yet; an invitation gives them one. */
  readonly email: string | null;
  readonly role: 'head' | 'instructor';
  /** Signs in no more. */
  readonly suspended: boolean;
  readonly studentCount: number;
}

/** An academy's own method. */
export interface MethodView {
  readonly id: string;
  readonly revision: number;
  readonly method: MethodDocument;
}

/** A record as it is kept: what came in, under its id. */
export type Kept<Input extends { readonly revision: number }> = Readonly<Input> & { readonly id: string };

/** A place where balls are hit, with what can be aimed or pointed at. */
export type PlaceView = Kept<PlaceInput>;

/** What a one-time link opens, before it is used. */
export interface LinkView {
  readonly kind: 'invitation' | 'password-reset';
  readonly academyName: string;
  readonly name: string;
  readonly email: string;
}

/** How an instructor's eye judges, from guesses made before the reveal. Degrees, right positive. */
export interface EyeView {
  readonly count: number;
  /** Null without a guess. */
  readonly biasDeg: number | null;
  /** Half of its 95 % interval; null with fewer than two guesses. */
  readonly biasHalfDeg: number | null;
  /** The eye's own standard uncertainty, its bias known; null with fewer than two guesses. */
  readonly uncertaintyDeg: number | null;
  readonly uncertaintyIntervalDeg: readonly [number, number] | null;
}

/** A letter to somebody, without the secret of what it opens. */
export interface PostView {
  readonly id: string;
  readonly recipient: string;
  readonly subject: string;
  readonly body: string;
  readonly writtenAt: string;
  /** Null: not yet, or never. */
  readonly sentAt: string | null;
  /** `given-up`: what it opens was over before the mail service took it. */
  readonly state: 'sent' | 'waiting' | 'given-up';
  /** How often the mail service was asked to take it. */
  readonly tries: number;
}

/** One access to a student's data. */
export interface AuditEntryView {
  readonly at: string;
  readonly instructorName: string;
  /** Empty: erased since. */
  readonly studentName: string;
  readonly action: 'seen' | 'changed' | 'deleted' | 'restored' | 'erased' | 'printed' | 'exported' | 'moved';
  /** What of the student it was about: a kind of record, or `lists`, `lines`, `versions`. */
  readonly what: string;
  /** By the student's own link; the instructor is the one whose student it is. */
  readonly byLink: boolean;
  /** It came in by a file: what the file says, and nothing that was seen here. */
  readonly imported: boolean;
}

/** An invitation that is open. */
export interface InvitationView {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: 'head' | 'instructor';
  /** The head's name. */
  readonly invitedBy: string;
  readonly createdAt: string;
  readonly expiresAt: string;
}

/** What was done with an academy as a whole. */
export interface AcademyEventView {
  readonly at: string;
  readonly instructorName: string;
  readonly action:
    | 'exported'
    | 'table-exported'
    | 'imported'
    | 'readings-imported'
    | 'suspended'
    | 'let-in'
    | 'retention-set'
    | 'invited'
    | 'invitation-closed'
    | 'consent-confirmed'
    | 'signed-out';
  /** What it was done with, for a person; never a student. */
  readonly detail: string;
}

/** One record that was changed, as devices that hold it are told. */
export interface SyncChange {
  /** In one order within the academy. */
  readonly sequence: number;
  /** A kind of record. */
  readonly kind: string;
  readonly id: string;
  /** What it was changed to; null for what has no revisions, or keeps the one it had. */
  readonly revision: number | null;
  /** Whose it is; null for what is the academy's own. */
  readonly studentId: string | null;
  /** Taken away, erased, or no longer the asker's to see: whoever holds it lets go of it. */
  readonly gone: boolean;
  /** UTC, ISO 8601. */
  readonly at: string;
}

/** What has changed since a number, a page of it. */
export interface SyncView {
  readonly changes: readonly SyncChange[];
  /** What to ask with for the next page, or the next time. */
  readonly next: number;
  readonly more: boolean;
}
