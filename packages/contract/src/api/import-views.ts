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
