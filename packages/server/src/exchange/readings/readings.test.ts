import { readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { linesOfChecks } from '@lotrecht/judging';
import {
  type LessonView,
  type MeasuredCheckView,
  type ReadingImportLine,
  type ReadingImportReport,
  type ReadingMapping,
  type StudentHistoryView,
  type StudentListView,
  type StudentView,
} from '@lotrecht/records';
import { afterAll, beforeEach, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../../database/sql.ts';
import { saveWorkedCheck } from '../../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../../test/test-app.ts';

/** How many rows come in at once; `LOTRECHT_ROWS=100000` for the figure that is reported. */
const ROWS = Number(process.env['LOTRECHT_ROWS'] ?? 3000);

let app: TestApp;
let head: TestClient;

beforeAll(async () => (app = await startTestApp()));
beforeEach(async () => (head = (await app.signedIn(await app.academy('Tarnside'), 'head')).client));
afterAll(() => app.stop());

const mapping: ReadingMapping = {
  columns: {
    student: 'Who',
    date: 'On',
    line: 'Line',
    lead: 'A',
    trail: 'B',
    base: 'W',
    help: 'Help',
    place: 'Place',
  },
  unit: 'mm',
  dateOrder: 'ymd',
  hand: 'right',
};
const HEADS = 'Who,On,Line,A,B,W,Help,Place';
const TABLE = [
  HEADS,
  'Ida Brandt,2026-03-02,toes,571,602,450,blind,range',
  'Ida Brandt,2026-03-02,face,4,1,75,blind,range',
  'Ida Brandt,2026-03-09,toes,571,590,450,blind,range',
  'Jo Kellen,2026-03-09,toes,600,600,450,rods,range',
].join('\n');

/** Sends a table. @returns every line of the answer */
async function sent(
  table: string | Uint8Array<ArrayBuffer>,
  change: { readonly bringIn?: boolean; readonly mapping?: unknown; readonly signal?: AbortSignal } = {},
): Promise<readonly ReadingImportLine[]> {
  const query = new URLSearchParams({
    mapping: JSON.stringify(change.mapping ?? mapping),
    do: change.bringIn === true ? 'bring-in' : 'look',
  });
  const response = await fetch(new URL(`/api/academy/readings?${query.toString()}`, app.base), {
    method: 'POST',
    headers: { 'X-Requested-By': 'lotrecht', 'Content-Type': 'text/csv', Cookie: head.cookie },
    body: table,
    ...(change.signal && { signal: change.signal }),
  });
  expect(response.status).toBe(200);
  return (await response.text())
    .trimEnd()
    .split('\n')
    .map((line) => JSON.parse(line) as ReadingImportLine);
}

async function reported(table: string | Uint8Array<ArrayBuffer>, change = {}): Promise<ReadingImportReport> {
  const last = (await sent(table, change)).at(-1);
  if (last === undefined || !('report' in last)) throw new Error(JSON.stringify(last));
  return last.report;
}

describe('a table whose heads have blanks around them', () => {
  it('is read as the preview reads it', async () => {
    const spaced = TABLE.replace(HEADS, ' Who , On,Line ,A,B , W,Help,Place');
    const columns = Object.fromEntries(
      Object.entries(mapping.columns).map(([key, name]) => [key, ` ${name}`]),
    );
    expect(await reported(spaced, { mapping: { ...mapping, columns } })).toMatchObject({
      rows: 4,
      problemCount: 0,
    });
  });

  it('asks about a comma that may part thousands', async () => {
    const table = [HEADS, 'Ida Brandt,2026-03-02,toes,"1,234",602,450,blind,range'].join('\n');
    const { problems } = await reported(table);
    expect(problems).toEqual([
      { row: 2, column: 'A', message: 'Read “1,234”. Type 1234, or 1.234 with a point.' },
    ]);
  });
});

async function students(): Promise<readonly StudentView[]> {
  return ((await head.get('/api/students')).body as StudentListView).students;
}

describe('a foreign table of readings', () => {
  it('is looked at without coming in, and comes in as students, lessons and checks', async () => {
    const looked = await reported(TABLE);
    expect(looked).toEqual({
      rows: 4,
      students: 2,
      lessons: 3,
      checks: 3,
      same: 0,
      problems: [],
      problemCount: 0,
      broughtIn: false,
    });
    expect(await students()).toEqual([]);
    expect(await reported(TABLE, { bringIn: true })).toEqual({ ...looked, broughtIn: true });
    const [ida, jo] = await students();
    expect([ida?.name, ida?.lessonCount, jo?.name, jo?.lessonCount]).toEqual([
      'Ida Brandt',
      2,
      'Jo Kellen',
      1,
    ]);
    const page = (await head.get(`/api/students/${ida?.id}/history`)).body as StudentHistoryView;
    const checks = page.lessons.find((l) => l.heldOn === '2026-03-02')?.checks;
    expect(checks).toHaveLength(1);
    expect(checks?.[0]?.circumstances).toMatchObject({ phase: 'baseline', help: 'blind', place: 'range' });
    expect(checks?.[0]?.result.lines.toes?.handedAzimuthDeg).toBeCloseTo(3.94, 2);
    const lines = linesOfChecks(
      (await head.get(`/api/students/${ida?.id}/lines`)).body as MeasuredCheckView[],
    );
    expect(lines.map((l) => l.line).toSorted()).toEqual(['face', 'toes', 'toes']);
  });

  it('brought a second time brings nothing, and with one more row brings that', async () => {
    await reported(TABLE, { bringIn: true });
    expect(await reported(TABLE, { bringIn: true })).toMatchObject({
      students: 0,
      lessons: 0,
      checks: 0,
      same: 3,
    });
    const more = `${TABLE}\nJo Kellen,2026-03-16,toes,600,610,450,blind,range\n`;
    expect(await reported(more, { bringIn: true })).toMatchObject({
      students: 0,
      lessons: 1,
      checks: 1,
      same: 3,
    });
  });

  it('finds students that are here by name, and adds to the lesson of that day', async () => {
    const { studentId, lessonId } = await saveWorkedCheck(head);
    const table = `${HEADS}\nruna  FELDT,2026-04-17,toes,571,580,450,,\n`;
    expect(await reported(table, { bringIn: true })).toMatchObject({ students: 0, lessons: 0, checks: 1 });
    const lesson = (await head.get(`/api/lessons/${lessonId}`)).body as LessonView;
    expect(lesson.studentId).toBe(studentId);
    expect(lesson.checks).toHaveLength(2);
    expect(lesson.checks[1]?.circumstances).toBeNull();
  });

  it('names every row that cannot come in, and then brings none', async () => {
    await saveWorkedCheck(head, 'left');
    const withHand = { ...mapping, columns: { ...mapping.columns, hand: 'Hand' } };
    const table = [
      `${HEADS},Hand`,
      'Ida Brandt,2026-03-02,toes,571,602,450,blind,range,right',
      'Ida Brandt,2026-02-30,elbows,571,602,450,blind,range,right',
      'Ida Brandt,2026-03-09,toes,57x,,450,blind,range,left',
      'Ida Brandt,2026-03-10,toes,571,1600,450,blind,range,right',
      'Runa Feldt,2026-03-09,toes,571,602,450,blind,range,right',
      'Ida Brandt,2026-03-16,toes,571',
    ].join('\n');
    const report = await reported(table, { bringIn: true, mapping: withHand });
    expect(report.problems.map(({ row, column }) => [row, column])).toEqual([
      [3, 'On'],
      [3, 'Line'],
      [4, 'A'],
      [4, 'B'],
      [6, 'Hand'],
      [7, ''],
      [5, 'B'],
    ]);
    expect(report).toMatchObject({ broughtIn: false, problemCount: 7 });
    expect((await students()).map((s) => s.name)).toEqual(['Runa Feldt']);
  });

  it('waits for the guardian of someone who is not of age', async () => {
    const { studentId } = await saveWorkedCheck(head);
    const student = { revision: 1, name: 'Runa Feldt', handedness: 'right', minor: true, notes: '' };
    await head.put(`/api/students/${studentId}`, student);
    const table = `${HEADS}\nRuna Feldt,2026-04-18,toes,571,580,450,,\n`;
    expect((await reported(table)).problems).toMatchObject([{ row: 2, column: 'Who' }]);
    const consent = { scope: 'records', givenBy: 'A guardian', givenOn: '2026-04-17' };
    await head.post(`/api/students/${studentId}/consents`, consent);
    expect(await reported(table)).toMatchObject({ problemCount: 0, checks: 1 });
  });

  it('with two students of one name is told apart by nobody', async () => {
    await saveWorkedCheck(head);
    await saveWorkedCheck(head);
    const report = await reported(`${HEADS}\nRuna Feldt,2026-04-17,toes,571,580,450,,\n`);
    expect(report.problems).toMatchObject([{ row: 2, column: 'Who' }]);
  });

  it.each([
    [
      'with semicolons, a byte order mark and commas in numbers',
      `\uFEFF${HEADS.replaceAll(',', ';')}\r\nIda;2026-03-02;toes;571,5;602;450;;\r\n`,
    ],
    ['with tabs', `${HEADS.replaceAll(',', '\t')}\nIda\t2026-03-02\ttoes\t571\t602\t450\t\t\n`],
    [
      'with quoted cells and empty lines',
      `${HEADS}\n\n"Ida ""the"" Brandt, jr.",2026-03-02,toes,571,602,450,,\n\n`,
    ],
  ])('is read %s', async (_name, table) => {
    expect(await reported(table)).toMatchObject({ rows: 1, checks: 1, problemCount: 0 });
  });

  it.each([
    ['an empty file', '', 'The file is empty.'],
    ['a head that stands twice', 'Who,Who\na,b\n', 'stands twice'],
    ['a column that is not there', 'Who,On\na,b\n', 'The table has no column “Line”'],
    ['a quote that never ends', `${HEADS}\n"Ida,2026-03-02,toes,571,602,450,,\n`, 'a quote is not closed'],
    [
      'heads in another encoding',
      Buffer.from([...Buffer.from('Who,Gr'), 0xfc, ...Buffer.from('n\na,b\n')]),
      'not in UTF-8',
    ],
  ])('is refused with a reason: %s', async (_name, table, reason) => {
    const last = (await sent(table)).at(-1);
    expect(last).toEqual({ refused: expect.stringContaining(reason) });
  });

  it('without a mapping, or as anything else than a table, is refused before it is read', async () => {
    const post = (query: string, type: string): Promise<Response> =>
      fetch(new URL(`/api/academy/readings?${query}`, app.base), {
        method: 'POST',
        headers: { 'X-Requested-By': 'lotrecht', 'Content-Type': type, Cookie: head.cookie },
        body: TABLE,
      });
    expect((await post('mapping={}', 'text/csv')).status).toBe(422);
    expect((await post('', 'text/csv')).status).toBe(422);
    expect((await post(`mapping=${encodeURIComponent(JSON.stringify(mapping))}`, 'text/plain')).status).toBe(
      415,
    );
  });
});

/** Rows of as many students as a tenth of them, in good order. */
function* manyRows(rows: number): Generator<string> {
  yield HEADS;
  for (let i = 0; i < rows; i++) {
    const day = new Date(Date.UTC(2024, 0, 1) + (i % 10) * 7 * 86_400_000).toISOString().slice(0, 10);
    yield `Student ${Math.floor(i / 10)},${day},toes,571,${580 + (i % 40)},450,blind,range`;
  }
}

describe(`a table of ${ROWS} rows`, () => {
  const table = [...manyRows(ROWS)].join('\n');

  it('tells how far it is, comes in whole, and leaves no file behind', async () => {
    const before = process.memoryUsage().rss;
    const from = performance.now();
    const lines = await sent(table, { bringIn: true });
    const seconds = (performance.now() - from) / 1000;
    expect(lines.slice(0, -1)).toEqual(
      Array.from({ length: Math.floor(ROWS / 1000) }, (_, i) => ({ rows: 1000 * (i + 1) })),
    );
    expect(lines.at(-1)).toMatchObject({
      report: { rows: ROWS, checks: ROWS, students: ROWS / 10, broughtIn: true },
    });
    const { n } = await app.db.one<{ n: number }>(sql`
      SELECT COUNT(*) AS n FROM measured_line m JOIN student s ON s.academy_id = m.academy_id AND s.id = m.student_id
      WHERE s.name LIKE 'Student %'`);
    expect(n).toBe(ROWS);
    // Of this process: other tests work on files of theirs in the same folder.
    const ours = `lotrecht-upload-${process.pid}-`;
    expect(readdirSync(tmpdir()).filter((name) => name.startsWith(ours))).toEqual([]);
    const grown = Math.round((process.memoryUsage().rss - before) / 1e6);
    if (ROWS > 10_000) process.stdout.write(`${ROWS} rows: ${seconds.toFixed(1)} s, ${grown} MB more\n`);
  });

  it('with an error in the third row and in the last but one names both, and changes nothing', async () => {
    const lines = table.split('\n');
    const last = lines.length - 2;
    lines[2] = (lines[2] ?? '').replace('toes', 'elbows');
    lines[last] = (lines[last] ?? '').replace(',571,', ',57x,');
    const report = await reported(lines.join('\n'), { bringIn: true });
    expect(report.problems).toMatchObject([
      { row: 3, column: 'Line' },
      { row: last + 1, column: 'A' },
    ]);
    expect(await students()).toEqual([]);
  });

  it('that is given up half-way leaves nothing', async () => {
    const gaveUp = new AbortController();
    const query = new URLSearchParams({ mapping: JSON.stringify(mapping), do: 'bring-in' });
    const response = await fetch(new URL(`/api/academy/readings?${query.toString()}`, app.base), {
      method: 'POST',
      headers: { 'X-Requested-By': 'lotrecht', 'Content-Type': 'text/csv', Cookie: head.cookie },
      body: table,
      signal: gaveUp.signal,
    });
    // The first word of how far it is has come: it is in the middle.
    await response.body?.getReader().read();
    gaveUp.abort();
    const patient = { interval: 200, timeout: 60_000 };
    await expect.poll(async () => (await students()).length, patient).toBe(0);
    // Nobody holds anything any more either.
    const changing = sql`
      SELECT COUNT(*) AS n FROM information_schema.INNODB_TRX t
      JOIN information_schema.PROCESSLIST p ON p.ID = t.trx_mysql_thread_id
      WHERE p.DB = DATABASE() AND t.trx_rows_modified > 0`;
    await expect.poll(async () => (await app.db.one<{ n: number }>(changing)).n, patient).toBe(0);
    expect(await students()).toEqual([]);
  });
});
