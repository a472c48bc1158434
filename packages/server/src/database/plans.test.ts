import { type StudentListView, type StudentHistoryView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { INSTRUCTORS } from '@lotrecht/demo';
import { saveWorkedCheck } from '../test/documents.ts';
import { createDemoDatabase, DEMO_PASSWORD } from '../test/demo-database.ts';
import { serveTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { type Database, openDatabase, type Queries } from './database.ts';
import { type Sql, sql } from './sql.ts';

/** Tables that grow with students and years. The others hold a few rows of an academy, and are read whole. */
const GROWING = [
  'student',
  'lesson',
  'setup_check',
  'check_version',
  'measured_line',
  'student_standing',
  'line_standing',
  'hand_out',
  'self_check',
  'student_link',
  'guardian_consent',
  'audit_entry',
  'post_box',
  'session',
];

let app: TestApp;
let head: TestClient;
let other: Database;
const asked: Sql[] = [];
let ids: { studentId: string; lessonId: string; checkId: string };

/** The same database, with every question noted. */
function noting(db: Database): Database {
  const on = (queries: Queries): Queries => ({
    one: (query) => note(query, () => queries.one(query)),
    maybeOne: (query) => note(query, () => queries.maybeOne(query)),
    many: (query) => note(query, () => queries.many(query)),
    exec: (query) => queries.exec(query),
  });
  return { ...db, ...on(db), inTransaction: (work) => db.inTransaction((tx) => work(on(tx))) };
}

function note<T>(query: Sql, ask: () => Promise<T>): Promise<T> {
  asked.push(query);
  return ask();
}

beforeAll(async () => {
  const url = await createDemoDatabase();
  other = openDatabase(url);
  app = await serveTestApp(url, undefined, { db: noting(other) });
  // Another academy beside it: whose rows are not to be read either.
  const neighbour = (await app.signedIn(await app.academy('Away'), 'head')).client;
  for (let n = 0; n < 5; n++) await saveWorkedCheck(neighbour);
  head = app.client();
  const email = INSTRUCTORS.find((i) => i.role === 'head')?.email;
  expect((await head.post('/api/session', { email, password: DEMO_PASSWORD })).status).toBe(200);
  const { students } = (await head.get('/api/students?find=Runa')).body as StudentListView;
  const studentId = students[0]?.id ?? '';
  const { lessons } = (await head.get(`/api/students/${studentId}/history`)).body as StudentHistoryView;
  const lesson = lessons.find((l) => l.checks.length > 0);
  ids = { studentId, lessonId: lesson?.id ?? '', checkId: lesson?.checks[0]?.id ?? '' };
  await other.many({ text: `ANALYZE TABLE ${GROWING.join(', ')}`, values: [] });
});
afterAll(async () => {
  await app.stop();
  await other.close();
});

interface Step {
  readonly table: string | null;
  readonly type: string | null;
  readonly key: string | null;
  readonly rows: number | string | null;
}

/** Steps of a query that read a table from end to end. */
async function fullScans(query: Sql): Promise<readonly Step[]> {
  const steps = await other.many<Step>({ text: `EXPLAIN ${query.text}`, values: query.values });
  // A query may call a table by a letter of its own.
  const tableOf = (alias: string | null): string =>
    new RegExp(`(?:FROM|JOIN)\\s+(\\w+)\\s+(?:AS\\s+)?${alias}\\b`, 'i').exec(query.text)?.[1] ?? alias ?? '';
  return steps
    .filter((step) => GROWING.includes(tableOf(step.table)) && (step.type === 'ALL' || step.type === 'index'))
    .map((step) => ({ ...step, table: tableOf(step.table) }));
}

const PAGES: readonly (readonly [string, () => string])[] = [
  ['today', () => '/api/today/2026-11-24'],
  ['students', () => '/api/students'],
  ['students found by name', () => '/api/students?find=quarrie'],
  ['a student', () => `/api/students/${ids.studentId}`],
  ['a student’s history', () => `/api/students/${ids.studentId}/history`],
  ['a student’s lines', () => `/api/students/${ids.studentId}/lines`],
  ['one line', () => `/api/students/${ids.studentId}/lines/toes`],
  ['what goes home', () => `/api/students/${ids.studentId}/take-home`],
  ['a lesson', () => `/api/lessons/${ids.lessonId}`],
  ['a check', () => `/api/checks/${ids.checkId}`],
  ['a check’s versions', () => `/api/checks/${ids.checkId}/versions`],
  ['the roster', () => '/api/roster'],
  ['the roster by name', () => '/api/roster?sort=name'],
  ['the roster’s relapsed', () => '/api/roster?sort=relapsed&flag=relapse'],
  ['the roster by line', () => '/api/roster?out=toes'],
  ['a cohort', () => '/api/roster/cohort'],
  ['instructors', () => '/api/instructors'],
  ['who looked at whom', () => '/api/audit'],
  ['what was done', () => '/api/academy/events'],
  ['the post box', () => '/api/post'],
  ['the calendar', () => '/api/calendar'],
  ['retention', () => '/api/academy/retention'],
  ['an instructor’s eye', () => '/api/eye'],
];

describe('no page reads a table that grows from end to end', () => {
  it.each(PAGES)('%s', async (_name, path) => {
    asked.length = 0;
    const { status } = await head.file('GET', path());
    expect([path(), status]).toEqual([path(), 200]);
    const questions = asked.filter(({ text }) => /^\s*SELECT/i.test(text));
    expect(questions.length).toBeGreaterThan(0);
    for (const query of questions) expect([query.text, await fullScans(query)]).toEqual([query.text, []]);
  });

  it('and would be found if one did', async () => {
    expect(await fullScans(sql`SELECT s.name FROM student s WHERE s.notes = 'x'`)).toMatchObject([
      { table: 'student', type: 'ALL' },
    ]);
  });
});
