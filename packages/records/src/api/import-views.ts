import { type AcademyLine } from '../generated/types.ts';

/** Something in a table that cannot come in. */
export interface RowProblem {
  /** As a spreadsheet counts: the heads are row 1. */
  readonly row: number;
  /** The column's head; empty: the row as a whole. */
  readonly column: string;
  readonly message: string;
}

/** What a table of readings would bring, or has brought. */
export interface ReadingImportReport {
  readonly rows: number;
  /** New ones of each. */
  readonly students: number;
  readonly lessons: number;
  readonly checks: number;
  /** Checks that are here already, reading for reading: they are not brought twice. */
  readonly same: number;
  /** The first of them; with any, nothing comes in. */
  readonly problems: readonly RowProblem[];
  readonly problemCount: number;
  /** Whether it is in, or was only looked at. */
  readonly broughtIn: boolean;
}

/** A line of the answer while a table is read: how far, then the report or what went wrong. */
export type ReadingImportLine =
  { readonly rows: number } | { readonly report: ReadingImportReport } | { readonly refused: string };

/** Something in a file that cannot come in. */
export interface FileProblem {
  /** Of the file, from 1; 0: the file as a whole. */
  readonly lineNumber: number;
  /** A JSON pointer into the line; empty: the line as a whole. */
  readonly path: string;
  readonly message: string;
}

/** What a file has of one table, beside what is here. */
export interface MergeCount {
  readonly table: AcademyLine['table'];
  /** Not here yet. */
  readonly fresh: number;
  /** Here, and saying the same. */
  readonly same: number;
  /** Here, and saying something else. */
  readonly differ: number;
  /** Not brought in, for one of the reasons of `LeftOut`. */
  readonly leftOut: number;
}

/** Why lines of a file stay out. */
export interface LeftOut {
  /**
   * erased: of a student who was erased here; consent: given to another academy; no-account: of someone who has no
   * account here and about what only they can have done or set.
   */
  readonly why: 'erased' | 'consent' | 'no-account';
  readonly rows: number;
}

/** What of a row is not the same here and in the file; null stands for nothing. */
export interface MergeDifference {
  /** The field, and inside a document the way to it, parts set off by “/”. */
  readonly field: string;
  readonly here: string | null;
  readonly there: string | null;
}

/** One row that says something else here than in the file. */
export interface MergeConflict {
  readonly table: AcademyLine['table'];
  readonly id: string;
  /** What it is, for a person: a name, a student and a day. */
  readonly about: string;
  readonly differences: readonly MergeDifference[];
  /** Differences beside those that are told. */
  readonly more: number;
}

/** What an academy's or a student's file would bring, or has brought. */
export interface MergeReport {
  /** As the file calls it. */
  readonly academyName: string;
  /** Whether the file is of the academy that it comes into. */
  readonly ofThisAcademy: boolean;
  readonly rows: number;
  readonly tables: readonly MergeCount[];
  readonly leftOut: readonly LeftOut[];
  /** The first of them. */
  readonly conflicts: readonly MergeConflict[];
  readonly conflictCount: number;
  /** Of what differs: sent back with the wish to bring it in, so that nobody decides about what they have not seen. */
  readonly seen: string;
  /** New instructors, who come in suspended. */
  readonly instructors: readonly string[];
  /** Whether something names an instructor who has no account here: it comes in under whoever brings the file. */
  readonly underYou: boolean;
  /** New students who are called as someone who is here. */
  readonly namesakes: readonly string[];
  /** Students who are not of age and come without a guardian's consent to records here. */
  readonly withoutConsent: readonly string[];
  /** Students whom the file has as erased and who are here: nobody is erased by a file. */
  readonly erasedThere: readonly { readonly id: string; readonly name: string }[];
  readonly problems: readonly FileProblem[];
  readonly problemCount: number;
  /** Whether it is in, or was only looked at. */
  readonly broughtIn: boolean;
}

/** A line of the answer while a file is read: how far, then the report or what went wrong. */
export type MergeLine =
  { readonly rows: number } | { readonly report: MergeReport } | { readonly refused: string };
