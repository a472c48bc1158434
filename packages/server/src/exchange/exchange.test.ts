import { randomUUID } from 'node:crypto';
import { ALL_PARALLEL, DEFAULT_SETTINGS } from '@lotrecht/judging';
import { type StudentView, validateAcademyLine } from '@lotrecht/records';
import { parse as parseCsv } from 'csv-parse/sync';
import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Database, openDatabase } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { INSTRUCTORS } from '@lotrecht/demo';
import { KINDS } from '../records/kinds/index.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { sampleOf } from '../test/samples.ts';
import { createDemoDatabase, DEMO_PASSWORD } from '../test/demo-database.ts';
import { createMigratedDatabase, serveTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { exportAcademy } from './export-academy.ts';
import { ImportRefused } from './academy-file.ts';
import { importAcademy } from './import-academy.ts';
import { EXCHANGED_TABLES } from './tables.ts';

let app: TestApp;
let head: TestClient;
let lines: readonly string[];
const opened: Database[] = [];

async function linesOf(client: TestClient, path = '/api/academy/export'): Promise<readonly string[]> {
  const { status, type, bytes } = await client.file('GET', path);
  expect([status, type]).toEqual([200, 'application/jsonl']);
  return bytes.toString('utf8').split('\n');
}

async function emptyDatabase(): Promise<Database> {
  const url = await createMigratedDatabase();
  const db = openDatabase(url);
  opened.push(db);
  return db;
}

async function* from(texts: readonly string[]): AsyncGenerator<string> {
  yield* texts;
}

/** Everything of the academy that an export has rows of: also what the demo does not make by itself. */
async function useEverything(client: TestClient): Promise<void> {
  const { studentId, checkId } = await saveWorkedCheck(client);
  const [placeId, planId] = [randomUUID(), randomUUID()];
  const plan = {
    methodId: 'all-parallel',
    clubGroup: 'driver',
    handedness: 'left',
    targetName: '=2+2',
    targetDistanceM: 150,
    gateM: 2,
    slideAheadM: 0.4,
    rodM: 1.22,
    sightFromM: 2.5,
    line: 'string',
  };
  const puts: readonly (readonly [string, unknown])[] = [
    [`/api/places/${placeId}`, { revision: 0, name: '=HYPERLINK("x")', kind: 'hall', marks: [] }],
    [`/api/station-plans/${planId}`, { revision: 0, name: 'Пункт "1"', placeId, plan }],
    [`/api/methods/${randomUUID()}`, { revision: 0, method: { ...ALL_PARALLEL, name: 'Ours' } }],
    ['/api/settings', { ...DEFAULT_SETTINGS, distanceUnit: 'yd' }],
    [
      `/api/hand-outs/${randomUUID()}`,
      { revision: 0, checkId, drillId: 'toe-rod', dose: '', own: 'Naïve, 試.\nSecond line', junior: true },
    ],
  ];
  for (const [path, body] of puts) {
    const answer = await client.put(path, body);
    expect([path, answer.status, answer.body]).toEqual([path, 200, answer.body]);
  }
  const student = (await client.get(`/api/students/${studentId}`)).body as { student: StudentView };
  await client.put(`/api/students/${studentId}`, { ...pick(student.student), minor: true });
  for (const [path, body] of [
    ['consents', { scope: 'link', givenBy: 'Ida Feldt', givenOn: '2026-11-01' }],
    ['student-links', { recipient: 'ida@post.example', days: 7 }],
  ] as const) {
    expect((await client.post(`/api/students/${studentId}/${path}`, body)).status).toBeLessThan(300);
  }
  await client.put('/api/academy/retention', { months: 24 });
  const removed = await saveWorkedCheck(client);
  for (const { name, path } of KINDS) {
    const body = { revision: 0, ...sampleOf(name, removed) };
    expect((await client.put(`/api/${path}/${randomUUID()}`, body)).status).toBe(200);
  }
  await client.delete(`/api/students/${removed.studentId}`);
}

function pick({ revision, name, handedness, notes }: StudentView) {
  return { revision, name, handedness, notes };
}

beforeAll(async () => {
  app = await serveTestApp(await createDemoDatabase());
  head = app.client();
  const email = INSTRUCTORS.find((i) => i.role === 'head')?.email;
  expect((await head.post('/api/session', { email, password: DEMO_PASSWORD })).status).toBe(200);
  await useEverything(head);
  lines = await linesOf(head);
});
afterAll(async () => {
  await Promise.all(opened.map((db) => db.close()));
  await app.stop();
});

describe('an academy’s file', () => {
  it('has every table, each line by its published schema, and no secret', () => {
    const read = lines.filter((text) => text !== '').map((text) => validateAcademyLine(JSON.parse(text)));
    const names = new Set(read.map((line) => line.table));
    const expected = EXCHANGED_TABLES.map((t) => t.name).filter(
      (name) => name !== 'self_check' && name !== 'erased_student',
    );
    for (const name of ['academy', ...expected]) expect(names).toContain(name);
    expect(names).not.toContain('student_link');
    expect(read[0]).toMatchObject({ table: 'academy', retentionMonths: 24 });
    const all = lines.join('\n');
    for (const secret of ['password', 'argon2', 'token', 'ida@post.example'])
      expect(all).not.toContain(secret);
  });

  it('comes into an empty database and goes out again byte for byte', async () => {
    const db = await emptyDatabase();
    const imported = await importAcademy(db, () => from(lines));
    expect(imported.academyName).toBe('Tarnside');
    expect(imported.rows).toBe(lines.filter((text) => text !== '').length - 1);
    const again: string[] = [];
    const whose = { academyId: imported.academyId, studentId: null };
    for await (const line of exportAcademy(db, whose)) again.push(JSON.stringify(line));
    expect(`${again.join('\n')}\n`).toBe(lines.join('\n'));
    // What is computed stands as it was, number for number.
    const measured = sql`SELECT * FROM measured_line ORDER BY check_id, line`;
    expect(await db.many(measured)).toEqual(await app.db.many(measured));
    const hashes = await db.many<{ hash: string }>(sql`SELECT password_hash AS hash FROM instructor`);
    expect(hashes.length).toBeGreaterThan(1);
    const here = await app.db.many<{ hash: string }>(sql`SELECT password_hash AS hash FROM instructor`);
    for (const { hash } of hashes) expect(here.map((h) => h.hash)).not.toContain(hash);
  });

  it('comes in whole or not at all, and says which lines are wrong', async () => {
    const db = await emptyDatabase();
    const at = (table: string): number => lines.findIndex((text) => text.startsWith(`{"table":"${table}"`));
    const broken = [...lines];
    const change = (table: string, edit: (row: Record<string, unknown>) => void): number => {
      const index = at(table);
      const row = JSON.parse(broken[index] ?? '{}') as Record<string, unknown>;
      edit(row);
      broken[index] = JSON.stringify(row);
      return index + 1;
    };
    const first = change('student', (row) => (row['handedness'] = 'both'));
    const second = change('check_version', (row) => {
      (row['document'] as { observations: { leadGapMm: unknown }[] }).observations = [];
    });
    const error = await importAcademy(db, () => from(broken)).catch((e: unknown) => e);
    if (!(error instanceof ImportRefused)) throw error;
    expect(error.problems).toMatchObject([
      { lineNumber: first, path: '/handedness', message: 'Read “both”. Use one of: right, left.' },
      { lineNumber: second, path: '/document/observations' },
    ]);
    for (const table of ['academy', 'instructor', 'student', 'setup_check']) {
      const { n } = await db.one<{ n: number }>({ text: `SELECT COUNT(*) AS n FROM ${table}`, values: [] });
      expect([table, n]).toEqual([table, 0]);
    }
  });

  it.each([
    ['an empty one', [], 'The file is empty.'],
    ['one that begins in the middle', () => lines.slice(5), 'The first line must be the academy.'],
    ['one with half a line', () => [lines[0], '{"table":"student"'], 'JSON'],
    ['one of another kind', () => ['{"format":"lotrecht-check","version":1}'], 'table'],
    [
      'one of a newer version',
      () => [lines[0]?.replace('"version":1', '"version":2')],
      'Use a newer program',
    ],
    [
      'one with a row that is pointed at missing',
      () => lines.filter((text) => !text.startsWith('{"table":"lesson"')),
      'names a row that is not in the file',
    ],
    [
      'one with an id that the database takes for none',
      () =>
        lines
          .map((text) => text.replace(/"id":"[^"]*"/, '"id":"8e8cd0bc-576d-87ac-808f-e9c6c52d2895"'))
          .slice(0, 3),
      '/id',
    ],
  ])('is refused: %s', async (_name, texts, message) => {
    const db = await emptyDatabase();
    const given = (typeof texts === 'function' ? texts() : texts) as readonly string[];
    await expect(importAcademy(db, () => from(given))).rejects.toThrow(message);
    expect(await db.many(sql`SELECT id FROM academy`)).toEqual([]);
  });

  it('does not come in where it is already', async () => {
    await expect(importAcademy(app.db, () => from(lines))).rejects.toThrow(/is in this database already/);
  });
});

describe('a student’s file', () => {
  it('has what is theirs and nobody else’s, with who was written to', async () => {
    const { studentId } = await saveWorkedCheck(head);
    await head.post(`/api/students/${studentId}/student-links`, { recipient: 'runa@post.example', days: 7 });
    const read = (await linesOf(head, `/api/students/${studentId}/export`))
      .filter((text) => text !== '')
      .map((text) => validateAcademyLine(JSON.parse(text)));
    const tables = read.map((line) => line.table);
    expect(tables).toEqual([
      'academy',
      'student',
      'lesson',
      'setup_check',
      'check_version',
      'audit_entry',
      ...tables.filter((t) => t === 'audit_entry').slice(1),
      'student_link',
    ]);
    expect(read.find((line) => line.table === 'student_link')).toMatchObject({
      recipient: 'runa@post.example',
    });
    for (const line of read) {
      if ('studentId' in line) expect(line.studentId).toBe(studentId);
    }
  });
});

describe('a table', () => {
  it('is read back by another parser, value for value', async () => {
    for (const { name, fields } of EXCHANGED_TABLES) {
      const { type, bytes } = await head.file('GET', `/api/academy/tables/${name}`);
      expect(type).toBe('text/csv');
      const [heads, ...rows] = parseCsv(bytes, { relax_column_count: false }) as string[][];
      expect(heads).toEqual(Object.keys(fields));
      const exported = lines.filter((text) => text.startsWith(`{"table":"${name}"`));
      // Looking at a student since has added to the audit.
      if (name !== 'audit_entry') expect([name, rows.length >= exported.length]).toEqual([name, true]);
    }
    const { bytes } = await head.file('GET', '/api/academy/tables/hand_out');
    const [, row] = parseCsv(bytes) as string[][];
    expect(JSON.parse(row?.[5] ?? '{}')).toMatchObject({ own: 'Naïve, 試.\nSecond line' });
  });

  it('has no cell that a spreadsheet would run', async () => {
    const { bytes } = await head.file('GET', '/api/academy/tables/place');
    const cells = (parseCsv(bytes) as string[][]).flat();
    expect(cells).toContain(`'=HYPERLINK("x")`);
    expect(cells.filter((cell) => /^[=+\-@\t\r]/.test(cell))).toEqual([]);
  });

  it('of lines has the numbers as they are, for a spreadsheet to reckon with', async () => {
    const { bytes } = await head.file('GET', '/api/academy/tables/measured_line');
    const rows = parseCsv(bytes, { columns: true }) as Record<string, string>[];
    const { n } = await app.db.one<{ n: number }>(sql`SELECT COUNT(*) AS n FROM measured_line`);
    expect(rows).toHaveLength(n);
    expect(rows.some((row) => Number(row['handedAzimuthDeg']) < 0)).toBe(true);
  });

  it('that is none answers 404', async () => {
    for (const name of ['session', 'rate_limit', 'one_time_link', 'student_link', '..'])
      expect((await head.get(`/api/academy/tables/${name}`)).status).toBe(404);
  });
});

describe('the calendar', () => {
  it('is read back by another parser: lessons as whole days, and the day that was agreed last', async () => {
    const { studentId, lessonId } = await saveWorkedCheck(head);
    await head.put(`/api/lessons/${lessonId}`, {
      revision: 1,
      studentId,
      heldOn: '2026-04-17',
      nextOn: '2026-12-03',
      notes: '',
    });
    const { type, bytes } = await head.file('GET', '/api/calendar');
    expect(type).toBe('text/calendar');
    const calendar = new ICAL.Component(ICAL.parse(bytes.toString('utf8')));
    const events = calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
    const mine = events.filter((event) => event.uid.startsWith(lessonId));
    expect(mine.map((e) => [e.summary, e.startDate.toString(), e.startDate.isDate])).toEqual([
      ['Lesson: Runa Feldt', '2026-04-17', true],
      ['Next lesson: Runa Feldt', '2026-12-03', true],
    ]);
    const { n } = await app.db.one<{ n: number }>(sql`
      SELECT COUNT(*) AS n FROM lesson l JOIN student s ON s.academy_id = l.academy_id AND s.id = l.student_id
      WHERE l.kind = 'lesson' AND l.deleted_at IS NULL AND s.deleted_at IS NULL`);
    expect(events.filter((e) => e.summary.startsWith('Lesson'))).toHaveLength(n);
  });
});
