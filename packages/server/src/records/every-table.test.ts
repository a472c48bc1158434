import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { EXCHANGED_TABLES } from '../exchange/tables.ts';
import { startTestApp, type TestApp } from '../test/test-app.ts';
import { columnOf } from './kind.ts';
import { KINDS } from './kinds/index.ts';

let app: TestApp;
beforeAll(async () => {
  app = await startTestApp();
});
afterAll(() => app.stop());

/** What goes into no academy's file, and why. A new table is in a file, or here. */
const IN_NO_FILE: Readonly<Record<string, string>> = {
  academy: 'the head of the file, written by itself',
  academy_event: 'what was done with this installation',
  change_count: 'of this installation',
  academy_prior: 'computed from the first checks',
  first_check_evidence: 'computed from the first checks',
  known_device: 'opens doors',
  lease: 'of this installation',
  line_standing: 'computed from the checks',
  measured_line: 'computed from the checks; goes out as a table of its own',
  one_time_link: 'opens doors',
  post_box: 'letters that went out, or wait',
  record_change: 'what devices are told of; they begin anew after a file',
  rate_limit: 'of this installation',
  migration_lease: 'of this installation',
  schema_migration: 'of this installation',
  session: 'opens doors',
  standing_due: 'computed from the checks',
  standing_version: 'of this installation',
  student_link: 'opens doors; goes out with a student’s own file',
  student_standing: 'computed from the checks',
};

/** Columns of tables that go out, which do not. */
const NOT_OUT: Readonly<Record<string, readonly string[]>> = {
  instructor: ['password_hash'],
  audit_entry: ['slot'],
};

interface Column {
  readonly name: string;
  readonly column: string;
}

describe('every table of the database', () => {
  it('goes into an academy’s file, or stays out of it for a reason', async () => {
    const tables = await app.db.many<{ name: string }>(sql`
      SELECT TABLE_NAME AS name FROM information_schema.TABLES
      WHERE TABLE_SCHEMA = DATABASE() ORDER BY TABLE_NAME`);
    const out = EXCHANGED_TABLES.map(({ name }) => name);
    const known = new Set<string>([...out, ...Object.keys(IN_NO_FILE)]);
    expect(tables.map(({ name }) => name).filter((name) => !known.has(name))).toEqual([]);
    expect(new Set(tables.map(({ name }) => name))).toEqual(known);
    expect(KINDS.map(({ table }) => table).filter((table) => !out.includes(table))).toEqual([]);
  });

  it('goes out with every column, but for those that open doors or are counted anew', async () => {
    const columns = await app.db.many<Column>(sql`
      SELECT TABLE_NAME AS name, COLUMN_NAME AS \`column\` FROM information_schema.COLUMNS
      WHERE TABLE_SCHEMA = DATABASE() AND COLUMN_NAME <> 'academy_id'`);
    for (const { name, fields } of EXCHANGED_TABLES) {
      const there = columns.filter((c) => c.name === name).map(({ column }) => column);
      const expected = [...Object.keys(fields).map(columnOf), ...(NOT_OUT[name] ?? [])];
      expect(there.toSorted(), name).toEqual(expected.toSorted());
    }
  });
});
