import { randomBytes, randomUUID } from 'node:crypto';
import { linesOfChecks } from '@lotrecht/judging';
import {
  type CheckView,
  type ConsentView,
  type HandOutView,
  type MeasuredCheckView,
  type MeasuredLineView,
  type NewStudentLinkView,
  type StudentLinkPage,
  type StudentHistoryView,
  type StudentListView,
  type TakeHomeView,
  type TodayView,
} from '@lotrecht/records';
import { pino } from 'pino';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { CaughtLetters } from '../test/caught-letters.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { practiceToday } from '../test/samples.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

/** How often links are guessed; `LOTRECHT_GUESSES=10000` for the figure that is reported. */
const GUESSES = Number(process.env['LOTRECHT_GUESSES'] ?? 300);

const log: string[] = [];
const postBox = new CaughtLetters();
let app: TestApp;
let client: TestClient;
let academyId: string;
let ids: { studentId: string; lessonId: string; checkId: string };
const handOutId = randomUUID();

beforeAll(async () => {
  const logger = pino({ level: 'info' }, { write: (line: string) => void log.push(line) });
  app = await startTestApp(undefined, { logger });
  academyId = await app.academy('Tarnside');
  client = (await app.signedIn(academyId, 'instructor')).client;
  ids = await saveWorkedCheck(client);
  const handOut = {
    revision: 0,
    checkId: ids.checkId,
    drillId: 'toe-rod',
    dose: '',
    own: 'Look at the raft.',
    junior: false,
  };
  expect((await client.put(`/api/hand-outs/${handOutId}`, handOut)).status).toBe(200);
});
afterAll(() => app.stop());
beforeEach(() => app.db.exec(sql`DELETE FROM rate_limit`));

async function newLink(
  studentId = ids.studentId,
  days = 30,
): Promise<NewStudentLinkView & { readonly token: string }> {
  const answer = await client.post(`/api/students/${studentId}/student-links`, {
    recipient: 'runa@post.example',
    days,
  });
  expect(answer.status).toBe(200);
  const link = answer.body as NewStudentLinkView;
  return { ...link, token: link.address.split('#')[1] ?? '' };
}

/** The day so many days ago. */
const daysAgo = (days: number): string => new Date(Date.now() - days * 86_400_000).toISOString().slice(0, 10);

const opened = (token: string) =>
  app.client().send('GET', '/api/take-home', undefined, { Authorization: `Bearer ${token}` });

const sent = (token: string, id: string, body: unknown) =>
  app.client().send('PUT', `/api/take-home/self-checks/${id}`, body, { Authorization: `Bearer ${token}` });

describe('a hand-out', () => {
  it('is kept, changed and printed, under 300 kB', async () => {
    const { body } = await client.get(`/api/students/${ids.studentId}/take-home`);
    expect((body as TakeHomeView).handOuts).toMatchObject([
      { id: handOutId, revision: 1, own: 'Look at the raft.' },
    ]);
    const changed = {
      revision: 1,
      checkId: ids.checkId,
      drillId: 'far-mark',
      dose: 'Daily.',
      own: '',
      junior: false,
    };
    expect((await client.put(`/api/hand-outs/${handOutId}`, changed)).body as HandOutView).toMatchObject({
      revision: 2,
      drillId: 'far-mark',
    });
    // The same again is no other change; another one from the old revision is.
    expect((await client.put(`/api/hand-outs/${handOutId}`, changed)).body).toMatchObject({ revision: 2 });
    expect((await client.put(`/api/hand-outs/${handOutId}`, { ...changed, own: 'x' })).status).toBe(409);
    for (const [query, type] of [
      ['format=pdf&paper=a4', 'application/pdf'],
      ['format=pdf&paper=letter', 'application/pdf'],
      ['format=svg', 'image/svg+xml'],
    ] as const) {
      const file = await client.file('GET', `/api/hand-outs/${handOutId}/file?${query}`);
      expect(file).toMatchObject({ status: 200, type });
      expect(file.bytes.length).toBeLessThan(300_000);
    }
  });

  it('of a stranger’s check is not made', async () => {
    const stranger = (await app.signedIn(await app.academy('Away'), 'head')).client;
    const input = { revision: 0, checkId: ids.checkId, drillId: 'toe-rod', dose: '', own: '', junior: false };
    expect((await stranger.put(`/api/hand-outs/${randomUUID()}`, input)).status).toBe(404);
  });
});

describe('what was practised, sent by link', () => {
  const practised = (token: string, id: string, body: unknown) =>
    app.client().send('PUT', `/api/take-home/practice/${id}`, body, { Authorization: `Bearer ${token}` });
  const listed = async () =>
    (await client.get(`/api/practice-done?student=${ids.studentId}`)).body as { readonly id: string }[];

  it('is led by the routine of the method, at what was aimed at, and kept once', async () => {
    const { token } = await newLink();
    const { training } = (await opened(token)).body as StudentLinkPage;
    expect(training.method).toBe('All parallel');
    expect(training.steps.map(({ step }) => step)).toContain('face');
    expect(training.targets).toEqual(['Barge']);
    const [before, id, body] = [(await listed()).length, randomUUID(), practiceToday()];
    for (const _again of [1, 2]) expect((await practised(token, id, body)).status).toBe(204);
    expect((await listed()).length).toBe(before + 1);
    expect(await listed()).toContainEqual(expect.objectContaining({ id, ...body }));
  });

  it('is refused where it cannot be, by the field, and stays the student’s of the link', async () => {
    const { token } = await newLink();
    const other = randomUUID();
    expect((await practised(token, other, { ...practiceToday(), doneOn: daysAgo(90) })).body).toMatchObject({
      errors: [{ path: '/doneOn' }],
    });
    const odd = {
      ...practiceToday(),
      practice: { exercise: 'looks', wanted: 6, done: 6, seconds: 1, spoken: false, oddness: 11 },
    };
    expect((await practised(token, other, odd)).body).toMatchObject({
      errors: [{ path: '/practice/oddness' }],
    });
    for (const body of [null, 'x', [], { ...practiceToday(), more: 1 }])
      expect((await practised(token, other, body)).status).toBeGreaterThanOrEqual(400);
    const named = { ...practiceToday(), studentId: randomUUID() };
    expect((await practised(token, other, named)).status).toBe(204);
    expect((await listed()).map(({ id }) => id)).toContain(other);
    // Under an id that is taken by something else said: refused, and nothing is overwritten.
    expect((await practised(token, other, { ...practiceToday(), note: 'Otherwise' })).status).toBe(409);
  });

  it('is not without bounds', async () => {
    const { token } = await newLink();
    await app.db.exec(sql`
      INSERT INTO practice_done (academy_id, id, student_id, done_on, started_at, practice)
      SELECT ${academyId}, UUID(), ${ids.studentId}, UTC_DATE(), '2026-04-17T09:20:00.000Z', '{}'
      FROM seq_1_to_120`);
    expect((await practised(token, randomUUID(), practiceToday())).status).toBe(429);
    await app.db.exec(sql`DELETE FROM practice_done WHERE student_id = ${ids.studentId}`);
  });

  it('is not without bounds either where all of it comes at once', async () => {
    const { token } = await newLink();
    await app.db.exec(sql`
      INSERT INTO practice_done (academy_id, id, student_id, done_on, started_at, practice)
      SELECT ${academyId}, UUID(), ${ids.studentId}, UTC_DATE(), '2026-04-17T09:20:00.000Z', '{}'
      FROM seq_1_to_110`);
    const all = await Promise.all(
      Array.from({ length: 20 }, () => practised(token, randomUUID(), practiceToday())),
    );
    const taken = all.filter(({ status }) => status === 204).length;
    expect([taken, all.every(({ status }) => [204, 429, 503].includes(status))]).toEqual([10, true]);
    const { kept } = await app.db.one<{ kept: number }>(
      sql`SELECT COUNT(*) AS kept FROM practice_done WHERE student_id = ${ids.studentId}`,
    );
    expect(kept).toBe(120);
    await app.db.exec(sql`DELETE FROM practice_done WHERE student_id = ${ids.studentId}`);
  });
});

describe('a student’s link', () => {
  it('shows a first name and the hand-outs, and nothing else of the student', async () => {
    const { token } = await newLink();
    const answer = await opened(token);
    expect(answer.status).toBe(200);
    const page = answer.body as StudentLinkPage;
    expect(page).toMatchObject({
      firstName: 'Runa',
      academyName: 'Tarnside',
      target: { name: 'Barge', distanceM: 150 },
    });
    expect(page.handOuts).toMatchObject([{ id: handOutId, heldOn: '2026-04-17' }]);
    expect(page.handOuts[0]?.sight?.now).toContain('<svg');
    const text = JSON.stringify(page);
    for (const secret of ['Feldt', ids.studentId, ids.checkId, 'runa@post.example', 'An instructor']) {
      expect(text).not.toContain(secret);
    }
    expect(answer.headers.get('referrer-policy')).toBe('no-referrer');
    expect(answer.headers.get('cache-control')).toBe('no-store');
  });

  it('is sent by post with a secret of its own, hashed at rest, and stands in no log and no kept copy', async () => {
    const { token, address, id } = await newLink();
    const byLetter = await postBox.lastToken(app.db);
    expect(byLetter).toHaveLength(token.length);
    expect(byLetter).not.toBe(token);
    expect(postBox.letters.at(-1)?.body).toContain(address.replace(token, byLetter));
    expect(new URL(address).pathname).toBe('/h');
    expect((await opened(token)).status).toBe(200);
    expect((await opened(byLetter)).body).toEqual((await opened(token)).body);
    const head = (await app.signedIn(academyId, 'head')).client;
    const rows = await app.db.many<{ hash: Buffer; letter: Buffer | null }>(
      sql`SELECT token_hash AS hash, letter_hash AS letter FROM student_link`,
    );
    const hashes = rows.flatMap(({ hash, letter }) => (letter === null ? [hash] : [hash, letter]));
    const kept = JSON.stringify((await head.get('/api/post')).body);
    for (const secret of [token, byLetter]) {
      expect(kept).not.toContain(secret);
      expect(hashes.every((h) => h.length === 32 && !h.toString('latin1').includes(secret))).toBe(true);
      expect(log.join('')).not.toContain(secret);
    }
    expect((await client.delete(`/api/student-links/${id}`)).status).toBe(204);
    for (const secret of [token, byLetter]) expect((await opened(secret)).status).toBe(404);
  });

  it('that has expired, was revoked, or was guessed shows nothing', async () => {
    const { token, id } = await newLink();
    const stranger = (await app.signedIn(await app.academy('Elsewhere'), 'head')).client;
    expect((await stranger.delete(`/api/student-links/${id}`)).status).toBe(404);
    expect((await opened(token)).status).toBe(200);
    expect((await client.delete(`/api/student-links/${id}`)).status).toBe(204);
    const expired = await newLink();
    await app.db.exec(
      sql`UPDATE student_link SET expires_at = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE id = ${expired.id}`,
    );
    for (const tried of [token, expired.token, randomBytes(32).toString('base64url'), '', 'x'.repeat(5000)]) {
      const answer = await opened(tried);
      expect(answer).toMatchObject({ status: 404, body: { code: 'link-over' } });
      const check = { takenOn: daysAgo(0), drillDone: true };
      expect((await sent(tried, randomUUID(), check)).status).toBe(404);
    }
  });

  it('under which a self-check comes with the id of another record is told so, and keeps nothing', async () => {
    const { token } = await newLink();
    const { checkId } = await saveWorkedCheck(client);
    const reading = { by: 'pointsAt', lateralM: 2, distanceM: 150 };
    const taken = await sent(token, checkId, { takenOn: daysAgo(0), drillDone: true, reading });
    expect(taken).toMatchObject({ status: 409, body: { code: 'id-taken' } });
    expect(await app.db.many(sql`SELECT id FROM self_check WHERE id = ${checkId}`)).toEqual([]);
  });

  it('is slowed and logged when it is guessed again and again', async () => {
    const { token } = await newLink();
    let refused = 0;
    for (let i = 0; i < GUESSES; i++) {
      const { status } = await opened(randomBytes(32).toString('base64url'));
      if (status === 429) refused += 1;
      else expect(status).toBe(404);
    }
    expect(GUESSES - refused).toBe(20);
    expect(log.filter((line) => line.includes('student-link-failed')).length).toBeGreaterThanOrEqual(20);
    const stopped = await opened(randomBytes(32).toString('base64url'));
    expect(stopped.status).toBe(429);
    expect(Number(stopped.headers.get('retry-after'))).toBeGreaterThan(0);
    // Whoever shares the address with whoever guesses still opens their own, however many of them come at once.
    const all = await Promise.all(Array.from({ length: 200 }, () => opened(token)));
    expect([...new Set(all.map(({ status }) => status))]).toEqual([200]);
    await app.db.exec(sql`DELETE FROM rate_limit`);
  });

  it('of a minor needs a guardian’s consent, and closes when it is withdrawn', async () => {
    const studentId = randomUUID();
    await client.put(`/api/students/${studentId}`, {
      revision: 0,
      name: 'Bela Varnholt',
      handedness: 'right',
      minor: true,
      notes: '',
    });
    const ask = { recipient: 'guardian@post.example', days: 10 };
    expect(await client.post(`/api/students/${studentId}/student-links`, ask)).toMatchObject({
      status: 409,
      body: { code: 'consent-needed' },
    });
    const consent = { scope: 'link', givenBy: 'A. Varnholt', givenOn: '2026-04-17' };
    const [kept] = (await client.post(`/api/students/${studentId}/consents`, consent)).body as ConsentView[];
    expect(kept).toMatchObject({ ...consent, withdrawnAt: null });
    const { token } = await newLink(studentId);
    expect((await opened(token)).body).toMatchObject({ firstName: 'Bela', minor: true, handOuts: [] });
    expect((await client.delete(`/api/consents/${kept?.id}`)).status).toBe(204);
    expect((await opened(token)).status).toBe(404);
    expect((await client.post(`/api/students/${studentId}/student-links`, ask)).status).toBe(409);
  });

  it('closes with a student who is deleted', async () => {
    const other = await saveWorkedCheck(client, 'left');
    const { token } = await newLink(other.studentId);
    await client.delete(`/api/students/${other.studentId}`);
    expect((await opened(token)).status).toBe(404);
  });
});

describe('what a student reads at home', () => {
  const lines = async (): Promise<readonly MeasuredLineView[]> =>
    linesOfChecks((await client.get(`/api/students/${ids.studentId}/lines`)).body as MeasuredCheckView[]);

  it('lands in progress as the student’s own, once, and is no visit', async () => {
    const { token } = await newLink();
    const id = randomUUID();
    const check = {
      takenOn: daysAgo(3),
      drillDone: true,
      reading: { by: 'gaps', leadGapMm: 560, trailGapMm: 575, baseMm: 450 },
      feltDeg: -1,
    };
    for (let i = 0; i < 3; i++) expect((await sent(token, id, check)).status).toBe(204);
    const own = (await lines()).filter((l) => l.circumstances?.reader === 'student');
    expect(own).toMatchObject([
      {
        line: 'toes',
        heldOn: daysAgo(3),
        feltDeg: -1,
        circumstances: { phase: 'test', help: 'blind', place: 'home' },
      },
    ]);
    expect(own[0]?.handedAzimuthDeg).toBeCloseTo(1.909, 3);
    const page = (await client.get(`/api/students/${ids.studentId}/history`)).body as StudentHistoryView;
    expect(page.lessons.map((l) => [l.heldOn, l.kind])).toEqual([
      [daysAgo(3), 'self'],
      ['2026-04-17', 'lesson'],
    ]);
    expect(page.student).toMatchObject({ lessonCount: 1, lastLessonOn: '2026-04-17' });
    const today = (await client.get(`/api/today/${daysAgo(3)}`)).body as TodayView;
    expect(today.lessons).toEqual([]);
    expect(today.earlier.find((l) => l.studentId === ids.studentId)?.heldOn).toBe('2026-04-17');
    expect((await opened(token)).body).toMatchObject({ drillDays: [daysAgo(3)] });
  });

  it('may be where the club points, or the drill alone', async () => {
    const { token } = await newLink();
    const pointed = {
      takenOn: daysAgo(2),
      drillDone: false,
      reading: { by: 'pointsAt', lateralM: 10, distanceM: 150 },
    };
    expect((await sent(token, randomUUID(), pointed)).status).toBe(204);
    const own = (await lines()).filter((l) => l.heldOn === daysAgo(2));
    expect(own[0]?.handedAzimuthDeg).toBeCloseTo(3.814, 3);
    const before = (await lines()).length;
    expect((await sent(token, randomUUID(), { takenOn: daysAgo(1), drillDone: true })).status).toBe(204);
    expect((await lines()).length).toBe(before);
  });

  it('at home is of what was aimed at there, not of the target of the lesson', async () => {
    const { token } = await newLink();
    const targetOf = async (distanceM: number): Promise<unknown> => {
      const id = randomUUID();
      const reading = { by: 'pointsAt', line: 'shoulders', lateralM: 0.2, distanceM };
      expect((await sent(token, id, { takenOn: daysAgo(2), drillDone: false, reading })).status).toBe(204);
      return ((await client.get(`/api/checks/${id}`)).body as CheckView).document.target;
    };
    const { target } = (await opened(token)).body as StudentLinkPage;
    expect(await targetOf(target?.distanceM ?? 0)).toEqual(target);
    expect(await targetOf(6)).toEqual({ distanceM: 6 });
    // Neither the page nor the next reading takes what was aimed at at home for the target of the lesson.
    expect(((await opened(token)).body as StudentLinkPage).target).toEqual(target);
    expect(await targetOf(target?.distanceM ?? 0)).toEqual(target);
  });

  it('is refused with its path where it cannot be, and keeps nothing', async () => {
    const { token } = await newLink();
    const before = (await lines()).length;
    const bad = {
      takenOn: daysAgo(1),
      drillDone: false,
      reading: { by: 'gaps', leadGapMm: 560, trailGapMm: 2900, baseMm: 450 },
    };
    expect((await sent(token, randomUUID(), bad)).status).toBe(422);
    for (const takenOn of ['today', daysAgo(400), daysAgo(-9)]) {
      expect((await sent(token, randomUUID(), { takenOn, drillDone: true })).status).toBe(422);
    }
    expect((await lines()).length).toBe(before);
    const { students } = (await client.get('/api/students')).body as StudentListView;
    expect(students.some((s) => s.id === ids.studentId)).toBe(true);
  });
});
