import { type AcademyLine } from '@lotrecht/records';
import { declared, sql, type SqlFragment } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { columnOf } from '../records/kind.ts';
import { type ExchangedTable } from './tables.ts';

/** A row as the driver gives it, by field. */
export type StoredRow = Readonly<Record<string, unknown>>;

/**
 * Rows of a table, as `t`, in the order of a file.
 *
 * @param among how the table is read; default: as the database finds best
 */
export function selectStored(table: ExchangedTable, where: SqlFragment, among = sql``): SqlFragment {
  const columns = Object.keys(table.fields).map((field) => `t.${columnOf(field)} AS \`${field}\``);
  const order = table.order.map((field) => `t.${columnOf(field)}`);
  return sql`
    SELECT ${declared(columns.join(', '))} FROM ${declared(table.name)} t ${among}
    WHERE ${where} ORDER BY ${declared(order.join(', '))}`;
}

/** A row as a file has it. */
export function toLine({ name, fields }: ExchangedTable, row: StoredRow): AcademyLine {
  const entries = Object.entries(fields).map(([field, kind]) => {
    const value = row[field];
    if (value === null || value === undefined) return [field, null];
    if (kind === 'flag') return [field, Number(value) === 1];
    if (kind === 'instant') return [field, isoFromUtc(String(value))];
    return [field, value];
  });
  return Object.fromEntries([['table', name], ...entries]) as AcademyLine;
}
