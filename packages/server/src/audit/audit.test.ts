import { randomUUID } from 'node:crypto';
import { type AcademyEventView, type AuditEntryView, type NewStudentLinkView } from '@lotrecht/records';
import mysql from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { practiceToday } from '../test/samples.ts';
import { broughtIn, fileOf, houseOf } from '../test/houses.ts';
import { noteWaitingLooks } from './note-looks.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let head: TestClient;
let colleague: TestClient;

beforeAll(async () => {
  app = await startTestApp();
  const academyId = await app.academy('Tarnside');
  head = (await app.signedIn(academyId, 'head')).client;
  colleague = (await app.signedIn(academyId, 'instructor')).client;
});
afterAll(() => app.stop());

describe('who looked at whom', () => {
  it('is noted once for looks that follow each other, also when they come together', async () => {
    for (let round = 0; round < 8; round++) {
      const { studentId } = await saveWorkedCheck(head);
      const answers = await Promise.all(
        Array.from({ length: 24 }, (_, i) =>
          head.get(i % 2 === 0 ? `/api/students/${studentId}` : `/api/students/${studentId}/lines`),
        ),
      );
      expect(answers.map((a) => a.status)).toEqual(answers.map(() => 200));
      const { n } = await app.db.one<{ n: number }>(sql`
        SELECT COUNT(*) AS n FROM audit_entry WHERE student_id = ${studentId} AND action = 'seen'`);
      // The student's page, and their lines.
      expect(n).toBe(2);
      await head.get(`/api/students/${studentId}`);
      const later = await app.db.one<{ n: number }>(sql`
        SELECT COUNT(*) AS n FROM audit_entry WHERE student_id = ${studentId} AND action = 'seen'`);
      expect(later.n).toBe(n);
    }
  });

  it('names who did what, and is for the head alone', async () => {
    const { studentId } = await saveWorkedCheck(colleague);
    await head.get(`/api/students/${studentId}`);
    const entries = (await head.get('/api/audit')).body as AuditEntryView[];
    expect(entries.slice(0, 3).map((e) => [e.instructorName, e.action])).toContainEqual(['An head', 'seen']);
    expect(entries.some((e) => e.instructorName === 'An instructor' && e.action === 'changed')).toBe(true);
    expect((await colleague.get('/api/audit')).status).toBe(403);
  });
});

describe('everything that is looked at or changed', () => {
  it('is noted: versions, lists, sheets, links, deletions, and a student’s own page', async () => {
    const academyId = await app.academy('Of looks');
    const boss = (await app.signedIn(academyId, 'head')).client;
    const { studentId, lessonId, checkId } = await saveWorkedCheck(boss);
    const handOutId = randomUUID();
    const handOut = { revision: 0, checkId, drillId: 'toe-rod', dose: '', own: '', junior: false };
    const link = { recipient: 'r@post.example', days: 3 };
    const noted = async (work: () => Promise<unknown>): Promise<readonly string[]> => {
      await app.db.exec(sql`DELETE FROM audit_entry WHERE academy_id = ${academyId}`);
      await work();
      const entries = (await boss.get('/api/audit')).body as AuditEntryView[];
      return entries.map((e) => `${e.action} ${e.what}${e.byLink ? ' by link' : ''}`).toSorted();
    };
    const day = '/api/today/2026-04-17';
    expect(await noted(() => boss.get(`/api/checks/${checkId}/versions`))).toEqual(['seen versions']);
    expect(await noted(() => boss.get('/api/students'))).toEqual(['seen lists']);
    expect(await noted(() => boss.get(day))).toEqual(['seen lists']);
    expect(await noted(() => boss.get('/api/roster'))).toEqual(['seen lists']);
    expect(await noted(() => boss.get('/api/calendar'))).toEqual(['exported lists']);
    expect(await noted(() => boss.get(`/api/students/${studentId}/lines`))).toEqual(['seen lines']);
    expect(await noted(() => boss.file('GET', `/api/students/${studentId}/export`))).toEqual([
      'exported student',
    ]);
    expect(await noted(() => boss.put(`/api/hand-outs/${handOutId}`, handOut))).toEqual(['changed hand-out']);
    expect(await noted(() => boss.file('GET', `/api/hand-outs/${handOutId}/file`))).toEqual([
      'printed hand-out',
    ]);
    expect(await noted(() => boss.delete(`/api/hand-outs/${handOutId}`))).toEqual(['deleted hand-out']);
    expect(await noted(() => boss.post(`/api/hand-outs/${handOutId}/restore`, {}))).toEqual([
      'restored hand-out',
    ]);
    for (const [path, what] of [
      [`/api/checks/${checkId}`, 'check'],
      [`/api/lessons/${lessonId}`, 'lesson'],
      [`/api/students/${studentId}`, 'student'],
    ] as const) {
      expect(await noted(() => boss.delete(path))).toEqual([`deleted ${what}`]);
      expect(await noted(() => boss.post(`${path}/restore`, {}))).toEqual([`restored ${what}`]);
    }
    let sent: NewStudentLinkView | undefined;
    expect(
      await noted(async () => {
        sent = (await boss.post(`/api/students/${studentId}/student-links`, link)).body as NewStudentLinkView;
      }),
    ).toEqual(['changed link']);
    const headers = { Authorization: `Bearer ${sent?.address.split('#')[1] ?? ''}` };
    const phone = app.client();
    expect(await noted(() => phone.send('GET', '/api/take-home', undefined, headers))).toEqual([
      'seen hand-out by link',
    ]);
    const self = { takenOn: new Date().toISOString().slice(0, 10), drillDone: true };
    const path = `/api/take-home/self-checks/${randomUUID()}`;
    expect(await noted(() => phone.send('PUT', path, self, headers))).toEqual(['changed self-check by link']);
    const trained = `/api/take-home/practice/${randomUUID()}`;
    expect(await noted(() => phone.send('PUT', trained, practiceToday(), headers))).toEqual([
      'changed practice-done by link',
    ]);
    expect(await noted(() => boss.delete(`/api/student-links/${sent?.id}`))).toEqual(['deleted link']);
  });

  it('of a student who was deleted shows no versions', async () => {
    const { studentId, checkId } = await saveWorkedCheck(head);
    await head.delete(`/api/students/${studentId}`);
    expect((await head.get(`/api/checks/${checkId}/versions`)).status).toBe(404);
  });

  it('by a file is marked as what a file says', async () => {
    const here = await houseOf(app, 'Of files');
    const { studentId } = await saveWorkedCheck(here.head);
    const entry = {
      action: 'deleted',
      what: 'student',
      byLink: false,
      importedBy: null,
      at: '2026-01-01T00:00:00.000Z',
    };
    const forged = {
      table: 'audit_entry',
      id: randomUUID(),
      instructorId: here.actor.instructorId,
      studentId,
      ...entry,
    };
    const lines = (await fileOf(here.head))
      .trimEnd()
      .split('\n')
      .filter((line) => !line.includes('erased_student'));
    expect((await broughtIn(here, [...lines, JSON.stringify(forged)].join('\n'))).broughtIn).toBe(true);
    const entries = (await here.head.get('/api/audit')).body as AuditEntryView[];
    expect(entries.filter((e) => e.action === 'deleted').map((e) => e.imported)).toEqual([true]);
    expect(entries.filter((e) => e.action !== 'deleted').every((e) => !e.imported)).toBe(true);
  });
});

describe('a look that cannot be noted', () => {
  it('keeps nobody from looking, waits, and is noted when the database takes it', async () => {
    const { studentId } = await saveWorkedCheck(head);
    const count = async (): Promise<number> =>
      (
        await app.db.one<{ n: number }>(sql`
          SELECT COUNT(*) AS n FROM audit_entry WHERE student_id = ${studentId} AND action = 'seen'`)
      ).n;
    const blocker = await mysql.createConnection({ uri: app.databaseUrl });
    await blocker.query('LOCK TABLES audit_entry WRITE');
    const startedAt = performance.now();
    expect((await head.get(`/api/students/${studentId}`)).status).toBe(200);
    expect(performance.now() - startedAt).toBeLessThan(2_000);
    await blocker.query('UNLOCK TABLES');
    await blocker.end();
    await noteWaitingLooks(app.db);
    expect(await count()).toBe(1);
  });
});

describe('what was done with the academy as a whole', () => {
  it('is noted with who did it and with what, newest first, and is for its own head alone', async () => {
    const academyId = await app.academy('Of events');
    const [boss, one] = [await app.signedIn(academyId, 'head'), await app.signedIn(academyId, 'instructor')];
    const path = `/api/instructors/${one.actor.instructorId}`;
    for (const done of [
      await boss.client.file('GET', '/api/academy/export'),
      await boss.client.file('GET', '/api/academy/tables/student'),
      await boss.client.put('/api/academy/retention', { months: 24 }),
      await boss.client.put(path, { suspended: true }),
      await boss.client.put(path, { suspended: false }),
    ])
      expect(done.status).toBeLessThan(300);
    // Refused: nothing was done.
    await boss.client.put(`/api/instructors/${boss.actor.instructorId}`, { suspended: true });
    const { body } = await boss.client.get('/api/academy/events');
    const events = body as AcademyEventView[];
    expect(events.map((e) => [e.instructorName, e.action, e.detail])).toEqual([
      ['An head', 'let-in', 'An instructor'],
      ['An head', 'suspended', 'An instructor'],
      ['An head', 'retention-set', '24 months'],
      ['An head', 'table-exported', 'student'],
      ['An head', 'exported', ''],
    ]);
    expect((await head.get('/api/academy/events')).body).toEqual([]);
  });
});
