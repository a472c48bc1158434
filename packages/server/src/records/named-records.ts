import { KIND, type KindName } from '@lotrecht/records';
import { type Sql } from '../database/sql.ts';
import { type AnyKind, columnOf, type KindTable, tableOf, TABLES_OF_STUDENTS } from './kind.ts';
import { KINDS } from './kinds/index.ts';

/** A field by which records of a kind name another record. */
export interface NamedRecord {
  readonly kind: AnyKind;
  readonly field: string;
  /** Where what it names stands. */
  readonly parent: KindTable;
  /** Several of what it names, as a person says it. */
  readonly parents: string;
  /** What it names is of the same student. */
  readonly ofSameStudent: boolean;
}

/** Every field of every kind that names another record. */
export const NAMED_RECORDS: readonly NamedRecord[] = KINDS.flatMap((kind) =>
  (Object.entries(kind.parents ?? {}) as [string, KindName][]).map(([field, parent]) => ({
    kind,
    field,
    parent: tableOf(parent),
    parents: KIND[parent].titles.many,
    ofSameStudent: TABLES_OF_STUDENTS.has(tableOf(parent)),
  })),
);

/** The rest of a statement from `FROM` on: rows, as `t`, that name what is not there or is another student's. */
export function looseRows({ kind, field, parent, ofSameStudent }: NamedRecord): Sql {
  const column = columnOf(field);
  return {
    text: `FROM ${kind.table} t WHERE t.${column} IS NOT NULL AND NOT EXISTS (
      SELECT 1 FROM ${parent} p WHERE p.academy_id = t.academy_id AND p.id = t.${column}
      ${ofSameStudent ? 'AND p.student_id = t.student_id' : ''})`,
    values: [],
  };
}
