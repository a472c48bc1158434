import {
  type BallAndStance,
  type CheckDocument,
  type ClubInput,
  type EarlierCheck,
  type OwnMethod,
  type UsualMissInput,
} from '../generated/types.ts';
import { type ClubGroup } from './club-group.ts';
import { type LessonView, type StudentView } from './lesson-views.ts';
import { type Kept, type PlaceView } from './record-views.ts';

/** What a check is judged by: a shipped method by its name, or the parts of any other, spelled out. */
export type Judgement = Pick<CheckDocument, 'method' | 'tolerancesDeg' | 'goalsDeg' | 'order' | 'footLine'>;

/** What an academy’s own students say of who comes to it, as a check carries it. */
export type PriorDocument = NonNullable<CheckDocument['prior']>;

/** How a student steps back in. */
export interface StudentReaddress {
  /** s_r, degrees, > 0. */
  readonly sdDeg: number;
  /** It is the student's own; otherwise the usual one stands. */
  readonly learned: boolean;
}

/** How differently a student stands from day to day. */
export interface StudentDay {
  /** s_d, degrees, ≥ 0. */
  readonly sdDeg: number;
  /** It is the student's own; otherwise the usual one stands. */
  readonly learned: boolean;
}

/** Ball and stance of one cold set-up. */
export interface BallView {
  /** YYYY-MM-DD. */
  readonly heldOn: string;
  readonly clubGroup: ClubGroup | null;
  readonly ball: BallAndStance;
}

/** A cold check before a lesson, with the club group it was made with. */
export interface EarlierView {
  readonly clubGroup: ClubGroup | null;
  readonly check: EarlierCheck;
}

/** The ground of a student’s last cold check with a group of clubs. */
export interface LastTimeView {
  /** YYYY-MM-DD. */
  readonly heldOn: string;
  readonly club: NonNullable<CheckDocument['club']>;
  readonly target: NonNullable<CheckDocument['target']>;
  readonly judgement: Judgement;
  /** An academy’s own method, by which the judgement is named. */
  readonly ownMethod?: OwnMethod;
}

/** What is known of a student when a check begins. */
export interface StudentKnownView {
  readonly readdress: StudentReaddress;
  readonly day: StudentDay;
  /** Oldest first, of every club group. */
  readonly earlier: readonly EarlierView[];
  /** What the academy’s own students say of who comes; null while there are too few. */
  readonly prior: PriorDocument | null;
  /** What was set up for each club group the last time, newest first. */
  readonly lastTimes: readonly LastTimeView[];
  /** Ball and stance of the same checks, newest first. */
  readonly balls: readonly BallView[];
}

/** A lesson with everything that a check of it begins from, in one answer. */
export interface LessonAroundView {
  readonly lesson: LessonView;
  readonly student: StudentView;
  /** What is seen from there; null where none was said. */
  readonly place: PlaceView | null;
  /** Before the day of the lesson. */
  readonly known: StudentKnownView;
  /** The student’s own clubs. */
  readonly clubs: readonly Kept<ClubInput>[];
  /** What the student has said of where their balls go, up to this lesson; null: nothing. */
  readonly miss: UsualMissInput['miss'] | null;
}
