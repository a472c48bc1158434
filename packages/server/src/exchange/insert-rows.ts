import { type FieldKind } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { type Bindable } from '../database/sql.ts';
import { columnOf } from '../records/kind.ts';
import { type ExchangedTable } from './tables.ts';

/** Rows of one table, as a file has them. */
export interface RowsToInsert {
  readonly table: ExchangedTable;
  readonly lines: readonly object[];
  /** Columns that no file has, the same for each row. */
  readonly secret?: Readonly<Record<string, string>>;
}

/** Writes rows of one table in one statement. @throws on an id that is taken, or a row that names none */
export async function insertRows(
  tx: Queries,
  academyId: string,
  { table, lines, secret = {} }: RowsToInsert,
): Promise<void> {
  if (lines.length === 0) return;
  const columns = ['academy_id', ...Object.keys(table.fields).map(columnOf), ...Object.keys(secret)];
  const row = `(${columns.map(() => '?').join(', ')})`;
  await tx.exec({
    text: `INSERT INTO ${table.name} (${columns.join(', ')}) VALUES ${lines.map(() => row).join(', ')}`,
    values: lines.flatMap((line) => [academyId, ...valuesOf(table, line), ...Object.values(secret)]),
  });
}

function valuesOf({ fields }: ExchangedTable, line: object): readonly Bindable[] {
  const values = line as Readonly<Record<string, unknown>>;
  return Object.entries(fields).map(([field, kind]) => valueOf(kind, values[field]));
}

/** A value of a file as the database takes it. */
export function valueOf(kind: FieldKind, value: unknown): Bindable {
  if (value === null || value === undefined) return null;
  if (kind === 'json') return JSON.stringify(value);
  if (kind === 'instant') return toUtc(String(value));
  return value as Bindable;
}

/** ISO 8601 in UTC as MariaDB writes it. */
export function toUtc(iso: string): string {
  return iso.replace('T', ' ').replace(/Z$/, '');
}
