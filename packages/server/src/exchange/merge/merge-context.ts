import { type AcademyLine, type LeftOut } from '@lotrecht/records';
import { type Queries } from '../../database/database.ts';
import { listOf, declared, sql } from '../../database/sql.ts';
import { type Actor } from '../../access/actor.ts';
import { selectStored, type StoredRow, toLine } from '../stored-rows.ts';
import { columnOf } from '../../records/kind.ts';
import { type ExchangedTable } from '../tables.ts';
import { type FileReferences } from './file-references.ts';
import { type MergeLog } from './merge-log.ts';
import { type People } from './people.ts';

/** What everyone who merges works with. */
export interface MergeContext {
  readonly tx: Queries;
  readonly actor: Actor;
  readonly log: MergeLog;
  readonly people: People;
  /** Else it is only looked at: nothing is written, and nobody who works waits. */
  readonly bringIn: boolean;
  /** Where here and file differ: keep what is here, or take what the file says. */
  readonly differing: 'keep' | 'take';
  /** Whether the file is of this academy. */
  readonly ofThisAcademy: boolean;
  /** Students who were erased here: nothing of theirs comes in. */
  readonly erased: ReadonlySet<string>;
  /** Students who are here, are not of age and whose guardian has consented to no records: nothing new comes in. */
  readonly waiting: ReadonlySet<string>;
  /** What the file has of its own, so that what points at it is held to it. */
  readonly references: FileReferences;
  /** Checks whose versions or lines change. */
  readonly checks: Set<string>;
  /** Whether a row came in by an earlier line, and that it has. */
  readonly came: (table: AcademyLine['table'], id: string) => boolean;
  readonly come: (table: AcademyLine['table'], id: string) => void;
  /** Checks that stay out, and their versions with them. */
  readonly checksLeftOut: Map<string, LeftOut['why']>;
  /** Something does not fit: nothing comes in. */
  readonly refuse: (said: string) => void;
  readonly refused: () => boolean;
  /** Students of whom something changes. */
  readonly students: Set<string>;
  /** Students whose hand is not the same here and in the file. */
  readonly otherHands: Set<string>;
}

/** What a row is found by: its first field in the order of a file. */
export function keyFieldOf({ order }: ExchangedTable): string {
  return order[0] ?? 'id';
}

/** The value that a row is found by. */
export function keyOf(table: ExchangedTable, line: AcademyLine): string {
  return String((line as unknown as StoredRow)[keyFieldOf(table)]);
}

/** The rows that are here under these keys, as a file has them. */
export async function rowsHere(
  { tx, actor }: Pick<MergeContext, 'tx' | 'actor'>,
  table: ExchangedTable,
  keys: readonly string[],
): Promise<readonly AcademyLine[]> {
  const key = declared(`t.${columnOf(keyFieldOf(table))}`);
  const where = sql`t.academy_id = ${actor.academyId} AND ${key} IN (${listOf(keys)})`;
  // What is known of a table's size is from before the file: it would be read whole for each of many rows.
  const query = selectStored(table, where, sql`FORCE INDEX (PRIMARY)`);
  return (await tx.many<StoredRow>(query)).map((row) => toLine(table, row));
}
