import { type AcademyLine } from '@lotrecht/records';
import Papa from 'papaparse';
import { type Database, type Snapshot } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { selectStored, type StoredRow, toLine } from './stored-rows.ts';
import { EXCHANGED_TABLES, type ExchangedTable, ofStudent, STUDENT_LINKS } from './tables.ts';

/** One table's rows as a file has them. `studentId` null: the whole academy's. */
async function* rowsOf(snapshot: Snapshot, table: ExchangedTable, whose: Whose): AsyncGenerator<AcademyLine> {
  const theirs = sql`t.academy_id = ${whose.academyId} AND ${whose.studentId === null ? sql`TRUE` : ofStudent(table, whose.studentId)}`;
  for await (const row of snapshot.stream<StoredRow>(selectStored(table, theirs))) yield toLine(table, row);
}

interface AcademyRow {
  readonly id: string;
  readonly name: string;
  readonly retentionMonths: number | null;
  readonly createdAt: string;
}

async function* academyLine(snapshot: Snapshot, academyId: string): AsyncGenerator<AcademyLine> {
  const query = sql`SELECT id, name, retention_months AS retentionMonths, created_at AS createdAt FROM academy WHERE id = ${academyId}`;
  for await (const { id, name, retentionMonths, createdAt } of snapshot.stream<AcademyRow>(query)) {
    yield {
      table: 'academy',
      format: 'lotrecht-academy',
      version: 1,
      id,
      name,
      retentionMonths,
      createdAt: isoFromUtc(createdAt),
    };
  }
}

/** Whose rows: an academy's, or with `studentId` this student's alone. */
export interface Whose {
  readonly academyId: string;
  readonly studentId: string | null;
}

/**
 * All of an academy as it stood at one moment, a line at a time: however large, it takes no room. A student's own rows
 * come with the links that were sent to them.
 */
export async function* exportAcademy(db: Database, whose: Whose): AsyncGenerator<AcademyLine> {
  const snapshot = await db.openSnapshot();
  try {
    yield* academyLine(snapshot, whose.academyId);
    const tables = whose.studentId === null ? EXCHANGED_TABLES : [...EXCHANGED_TABLES, STUDENT_LINKS];
    for (const table of tables) yield* rowsOf(snapshot, table, whose);
  } finally {
    snapshot.close();
  }
}

/** One table as CSV by RFC 4180, its heads first. A cell that a spreadsheet would run is made text. */
export async function* exportCsv(
  db: Database,
  table: ExchangedTable,
  academyId: string,
): AsyncGenerator<string> {
  const snapshot = await db.openSnapshot();
  const fields = Object.keys(table.fields);
  try {
    yield csvRow(fields);
    for await (const line of rowsOf(snapshot, table, { academyId, studentId: null })) {
      const values = line as unknown as StoredRow;
      yield csvRow(fields.map((field) => cellOf(values[field])));
    }
  } finally {
    snapshot.close();
  }
}

function cellOf(value: unknown): string | number | boolean | null {
  if (typeof value === 'object' && value !== null) return JSON.stringify(value);
  return value as string | number | boolean | null;
}

function csvRow(cells: readonly unknown[]): string {
  return `${Papa.unparse([[...cells]], { newline: '\r\n', escapeFormulae: true })}\r\n`;
}
