import { type LineName, type Verdict } from '@lotrecht/core';
import { type ClubGroup } from './club-group.ts';
import { type LineFlag } from './lesson-views.ts';

/** How a roster is ordered: who is due first, who was seen last first, who has relapsed first, by name. */
export type RosterSort = 'due' | 'last' | 'relapsed' | 'name';

/** A student as a head sees them among hundreds. */
export interface RosterEntry {
  readonly studentId: string;
  readonly name: string;
  readonly handedness: 'right' | 'left';
  readonly minor: boolean;
  readonly instructor: { readonly id: string; readonly name: string };
  readonly lessonCount: number;
  /** YYYY-MM-DD; null before the first. */
  readonly lastLessonOn: string | null;
  /** The day that was agreed, or three weeks after the last lesson. */
  readonly dueOn: string | null;
  /** Of the newest check that names one. */
  readonly methodId: string | null;
  readonly flags: readonly LineFlag[];
  /** Lines that were out when they were last set up cold. */
  readonly out: readonly LineName[];
}

/** A page of a roster. */
export interface RosterView {
  readonly entries: readonly RosterEntry[];
  /** Where the next page begins; null: this is the last. */
  readonly next: string | null;
  /** Students of the academy whose standing is being computed anew. */
  readonly behind: number;
}

/** How long data is kept after a last lesson, and whose time is over. */
export interface RetentionView {
  /** Null: until it is asked for. */
  readonly months: number | null;
  /** Longest ago first. */
  readonly over: readonly {
    readonly studentId: string;
    readonly name: string;
    /** YYYY-MM-DD. */
    readonly lastLessonOn: string;
  }[];
}

/** How one line stands in a group of students: each counted once, at their newest set-up that belongs. */
export interface CohortLine {
  readonly line: LineName;
  readonly open: number;
  readonly closed: number;
  readonly verdicts: Readonly<Record<Verdict, number>>;
  /** Of all of these, how many have relapsed. */
  readonly relapsed: number;
}

/** A group of students. */
export interface CohortView {
  readonly students: number;
  readonly lines: readonly CohortLine[];
}

/** Which students a cohort is made of. */
export interface CohortChoice {
  readonly help: 'blind' | 'cued' | 'rods';
  readonly handedness?: 'right' | 'left';
  readonly clubGroup?: ClubGroup;
}
