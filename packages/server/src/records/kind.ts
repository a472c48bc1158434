import { type AcademyLine, KIND, type KindFacts, type KindName } from '@lotrecht/records';

/** Tables whose rows are a student's own, beside those of kinds: a record that names one names one of its own student. */
export const TABLES_OF_STUDENTS: ReadonlySet<KindTable> = new Set(['lesson', 'setup_check']);

/** What a record says, by field. */
export type Said = Readonly<Record<string, unknown>>;

/** What every record has, besides what it says. */
export interface Stored {
  readonly id: string;
  readonly revision: number;
}

/** What comes in: what a record is to say, and the revision it was made from; 0 for a new one. */
export interface Revised {
  readonly revision: number;
}

/** Tables that hold records, as a file names them. */
export type KindTable = AcademyLine['table'];

/**
 * A kind of record: everything in which one kind differs from another. Keeping, changing, taking away and bringing
 * back, files out and in, merging, erasure, loose ends, the change log and the note of who did it follow from it.
 */
export interface Kind<Input extends Revised, View extends Stored> extends KindFacts {
  readonly table: KindTable;
  readonly orderedBy: string;
  /** @throws DocumentRefused */
  readonly require: (body: unknown) => Input;
  /**
   * What only grows: a change that takes away what stood there is refused at this field (a pointer), in the words that
   * `lost` finds; null where nothing is lost. Default: all of it may change.
   */
  readonly appends?: { readonly field: string; readonly lost: (before: Said, after: Said) => string | null };
  /** What is stored of what came in. Default: each field as it came. */
  readonly toRow?: (id: string, input: Input) => Said;
  /** What is shown of what is stored. Default: all of it. */
  readonly toView?: (row: Said & Stored) => View;
  /** What would have to come in for what is shown, as a patch changes it. Default: every field that says something. */
  readonly toInput?: (view: View) => Input;
  /** What two of them are compared by. Default: everything that they say. */
  readonly content?: (said: Said) => unknown;
  /**
   * A row of a file, looked at as strictly as if it had been typed in; what is refused stands in this field. Default:
   * as it would come in.
   */
  readonly inFiles?: { readonly field: string; readonly require: (said: Said) => unknown };
}

/** A kind as declared, whatever it takes and shows. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- the two types of each kind meet only inside it
export type AnyKind = Kind<any, any>;

/** Where the records of a kind stand. */
export function tableOf(name: KindName): KindTable {
  return KIND[name].table;
}

/** What would come in for what a row or a view of a kind says: its fields without those that say nothing. */
export function saidOf({ fields }: Pick<AnyKind, 'fields'>, said: Said, revision: number): Said & Revised {
  const entries = Object.keys(fields).flatMap((field) => {
    const value = said[field];
    return value === null || value === undefined ? [] : [[field, value] as const];
  });
  return { revision, ...Object.fromEntries(entries) };
}

/** A row of a file of a kind, held to what may come in. @throws DocumentRefused */
export function requireRow(kind: AnyKind, said: Said): void {
  if (kind.inFiles === undefined) kind.require(saidOf(kind, said, 0));
  else kind.inFiles.require(said);
}

/** @example columnOf('placeKind') // 'place_kind' */
export function columnOf(field: string): string {
  return field.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
}
