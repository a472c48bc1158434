import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from '../../database/sql.ts';
import { saveWorkedCheck } from '../../test/documents.ts';
import { PASSWORD, startTestApp, type TestApp } from '../../test/test-app.ts';
import { answered, fileOf, type House, houseOf, looked, post } from '../../test/houses.ts';

/** How many students a large file has, each of four rows; `LOTRECHT_STUDENTS=25000` for the figure that is reported. */
const STUDENTS = Number(process.env['LOTRECHT_STUDENTS'] ?? 600);

let app: TestApp;
let here: House;
let ids: { studentId: string; lessonId: string; checkId: string };

beforeAll(async () => (app = await startTestApp()));
afterAll(() => app.stop());
beforeEach(async () => {
  here = await houseOf(app, 'Tarnside');
  ids = await saveWorkedCheck(here.head);
});

describe('a file that is wrong', () => {
  const edited = (file: string, table: string, edit: (row: Record<string, unknown>) => void): string =>
    file
      .split('\n')
      .map((text) => {
        if (!text.startsWith(`{"table":"${table}"`)) return text;
        const row = JSON.parse(text) as Record<string, unknown>;
        edit(row);
        return JSON.stringify(row);
      })
      .join('\n');

  it('is refused whole: by line, or for what does not fit together', async () => {
    const away = await houseOf(app, 'Away');
    const second = await saveWorkedCheck(away.head, 'left');
    const file = await fileOf(away.head);
    const before = await fileOf(here.head);
    const isSecond = (row: Record<string, unknown>): boolean => row['id'] === second.checkId;
    const wrong: readonly (readonly [string, string])[] = [
      [edited(file, 'student', (row) => (row['handedness'] = 'both')), 'Use one of: right, left.'],
      [
        edited(file, 'lesson', (row) => (row['studentId'] = randomUUID())),
        'names a row that is not in the file',
      ],
      [
        edited(file, 'setup_check', (row) => {
          if (isSecond(row)) row['studentId'] = ids.studentId;
        }),
        'in a lesson of another',
      ],
      [
        file
          .split('\n')
          .filter((text) => !text.startsWith(`{"table":"check_version","checkId":"${second.checkId}"`))
          .join('\n'),
        'has no version',
      ],
      [
        edited(file, 'student', (row) => {
          if (row['id'] === second.studentId) row['handedness'] = 'right';
        }),
        'of the other hand',
      ],
      [
        edited(file, 'check_version', (row) => {
          (row['result'] as { lines: { toes: { handedAzimuthDeg: number } } }).lines.toes.handedAzimuthDeg =
            0;
        }),
        'not what the readings give',
      ],
      [file.split('\n').toReversed().join('\n'), 'The first line must be the academy'],
      [`${file.split('\n')[0]}\n${file}`, 'A second academy'],
      ['', 'The file is empty.'],
    ];
    for (const [text, message] of wrong) {
      const last = (await answered(here, text, 'do=bring-in')).at(-1);
      expect([message, JSON.stringify(last)]).toEqual([message, expect.stringContaining(message)]);
      expect(JSON.stringify(last)).not.toContain('"broughtIn":true');
    }
    expect(await fileOf(here.head)).toBe(before);
  });

  it('with tables out of order is refused by line', async () => {
    const lines = (await fileOf(here.head)).trimEnd().split('\n');
    const moved = [
      ...lines.filter((t) => !t.startsWith('{"table":"student"')),
      ...lines.filter((t) => t.startsWith('{"table":"student"')),
    ];
    const report = await looked(here, moved.join('\n'));
    expect(report.problems).toEqual([
      { lineNumber: moved.length, path: '/table', message: expect.stringContaining('come before') },
    ]);
  });

  it('as anything else than JSON Lines, or from someone who is no head, is not read', async () => {
    const response = await fetch(new URL('/api/academy/import', here.app.base), {
      method: 'POST',
      headers: { 'X-Requested-By': 'lotrecht', 'Content-Type': 'text/plain', Cookie: here.head.cookie },
      body: 'x',
    });
    expect(response.status).toBe(415);
    const one = await here.app.signedIn(here.actor.academyId, 'instructor');
    expect((await post({ ...here, head: one.client }, '', '')).status).toBe(403);
  });
});

async function studentCount(): Promise<number> {
  const { academyId } = here.actor;
  const { n } = await app.db.one<{ n: number }>(
    sql`SELECT COUNT(*) AS n FROM student WHERE academy_id = ${academyId}`,
  );
  return n;
}

describe('a large file', () => {
  /** The student of the file under many ids, with all that is theirs. */
  function many(file: string, students: number): string {
    const lines = file.trimEnd().split('\n');
    const isTheirs = (text: string): boolean =>
      /^\{"table":"(student|lesson|setup_check|check_version)"/.test(text);
    const others = lines.filter((text) => !isTheirs(text) && !text.startsWith('{"table":"audit_entry"'));
    const made: string[] = [];
    for (const table of ['student', 'lesson', 'setup_check', 'check_version'])
      for (let n = 0; n < students; n++)
        for (const text of lines.filter((t) => t.startsWith(`{"table":"${table}"`)))
          made.push(
            [ids.studentId, ids.lessonId, ids.checkId].reduce(
              (all, id) => all.replaceAll(id, `${n.toString(16).padStart(8, '0')}${id.slice(8)}`),
              text,
            ),
          );
    return [...others, ...made].join('\n');
  }

  it('tells how far it is, and leaves nothing when it is given up', async () => {
    const file = many(await fileOf(here.head), STUDENTS);
    const [before, from] = [process.memoryUsage().rss, performance.now()];
    const lines = await answered(here, file);
    const seconds = (performance.now() - from) / 1000;
    const grown = Math.round((process.memoryUsage().rss - before) / 1e6);
    if (STUDENTS > 5000)
      process.stdout.write(`${STUDENTS * 4} rows: ${seconds.toFixed(1)} s, ${grown} MB more\n`);
    expect(lines.filter((line) => 'rows' in line)).toEqual(
      Array.from({ length: Math.floor((STUDENTS * 4) / 1000) }, (_, i) => ({ rows: 1000 * (i + 1) })),
    );
    expect(lines.at(-1)).toMatchObject({ report: { problemCount: 0, broughtIn: false } });
    const gaveUp = new AbortController();
    const response = await post(here, file, 'do=bring-in', gaveUp.signal);
    await response.body?.getReader().read();
    gaveUp.abort();
    // Whoever comes next finds the way free, as soon as the rows are taken back.
    await expect
      .poll(async () => (await answered(here, await fileOf(here.head))).at(-1), {
        interval: 200,
        timeout: 9000,
      })
      .toMatchObject({ report: { conflictCount: 0 } });
    expect(await studentCount()).toBe(1);
  });

  it('comes in whole while nobody else brings one, and others go on working', async () => {
    const file = many(await fileOf(here.head), STUDENTS);
    const first = post(here, file, 'do=bring-in');
    const response = await first;
    // One's own second file waits; a colleague's is told why.
    expect((await post(here, file, 'do=bring-in')).status).toBe(429);
    const { client } = await here.app.signedIn(here.actor.academyId, 'head');
    const second = (await answered({ ...here, head: client }, file, 'do=bring-in')).at(-1);
    expect(second).toEqual({ refused: expect.stringContaining('Another file is being brought') });
    const signedIn = await here.app
      .client()
      .post('/api/session', { email: 'nobody@academy.example', password: PASSWORD });
    expect(signedIn.status).toBe(401);
    await saveWorkedCheck(here.head);
    const last = (await response.text()).trimEnd().split('\n').at(-1) ?? '';
    expect(JSON.parse(last)).toMatchObject({ report: { broughtIn: true } });
    expect(await studentCount()).toBe(STUDENTS + 2);
  });
});
