import { type AcademyLine } from '@lotrecht/contract';

/** How a column's value is stored and stands in a file: as it is, as true or false, as ISO 8601 in UTC, or as JSON. */
export type FieldKind = 'plain' | 'flag' | 'instant' | 'json';

/** What a record says, by field. */
export type Said = Readonly<Record<string, unknown>>;

/** What every record has, besides what it says. */
export interface Stored {
  readonly id: string;
  readonly revision: number;
}

/** The tables that hold records of a kind. */
export type KindTable = Extract<AcademyLine['table'], 'place' | 'method_profile' | 'station_plan'>;

/**
 * A kind of record: everything in which one kind differs from another. Keeping, changing, taking away and bringing
 * back, files out and in, erasure, loose ends and the note of who did it follow from it.
 */
export interface Kind<Input extends { readonly revision: number }, View extends Stored> {
  /** In the database and in files. */
  readonly table: KindTable;
  /** Under `/api/`. */
  readonly path: string;
  /** Several of them, as a person says it. */
  readonly plural: string;
  /** What it says, beside id, revision and its days; a column is the same in lower case with underscores. */
  readonly fields: Readonly<Record<string, FieldKind>>;
  /** The field that lists go by. */
  readonly orderedBy: string;
  /** Fields that name a record of another kind, or nothing. */
  readonly parents?: Readonly<Record<string, KindTable>>;
  /** @throws DocumentRefused */
  readonly require: (body: unknown) => Input;
  /** What is stored of what came in. */
  readonly toRow: (id: string, input: Input) => Said;
  readonly toView: (row: Said & Stored) => View;
  /** What two of them are compared by. Default: everything that they say. */
  readonly content?: (said: Said) => unknown;
  /** A row of a file, looked at as strictly as if it had been typed in; what is refused stands in this field. */
  readonly inFiles: { readonly field: string; readonly require: (said: Said) => unknown };
}

/** A kind as declared, whatever it takes and shows. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- the two types of each kind meet only inside it
export type AnyKind = Kind<any, any>;

/** @example columnOf('placeKind') // 'place_kind' */
export function columnOf(field: string): string {
  return field.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
}
