import {
  type CheckDocument,
  type CheckRecord,
  type Circumstances,
  type Rebase,
  type ResultDocument,
} from '../generated/types.ts';
import { type LineName } from '@lotrecht/core';

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
  /** The set-up was worked on in its lesson. */
  readonly workedOn: boolean;
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
