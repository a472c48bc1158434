import { type InvitationView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { CaughtLetters } from '../test/caught-letters.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { PASSWORD, startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

const postBox = new CaughtLetters();
let app: TestApp;

beforeAll(async () => (app = await startTestApp()));
afterAll(() => app.stop());

describe('links and invitations', () => {
  async function linked(teacher: TestClient): Promise<{ studentId: string; open: () => Promise<number> }> {
    const { studentId } = await saveWorkedCheck(teacher);
    const sent = await teacher.post(`/api/students/${studentId}/student-links`, {
      recipient: 'r@p.example',
      days: 9,
    });
    const token = (sent.body as { address: string }).address.split('#')[1] ?? '';
    const headers = { Authorization: `Bearer ${token}` };
    const open = async () => (await app.client().send('GET', '/api/take-home', undefined, headers)).status;
    return { studentId, open };
  }

  it('of whoever is suspended are closed, and stay closed', async () => {
    const academy = await app.academy('Of links');
    const boss = await app.signedIn(academy, 'head');
    const one = await app.signedIn(academy, 'head');
    const { open } = await linked(one.client);
    const invitation = { name: 'Teo', email: `teo-${academy}@academy.example`, role: 'head' };
    await one.client.post('/api/invitations', invitation);
    const token = await postBox.lastToken(app.db);
    expect(await open()).toBe(200);
    expect((await app.client().get(`/api/links/${token}`)).status).toBe(200);
    const path = `/api/instructors/${one.actor.instructorId}`;
    await boss.client.put(path, { suspended: true });
    expect(await open()).toBe(404);
    expect((await app.client().post(`/api/links/${token}`, { password: 'a long enough one' })).status).toBe(
      404,
    );
    await boss.client.put(path, { suspended: false });
    expect(await open()).toBe(404);
    expect((await app.client().get(`/api/links/${token}`)).status).toBe(404);
  });

  it('of a student who moves: the head is asked, and they close or go along', async () => {
    const academy = await app.academy('Of moves');
    const boss = await app.signedIn(academy, 'head');
    const [from, to] = [await app.signedIn(academy, 'instructor'), await app.signedIn(academy, 'instructor')];
    const move = (studentId: string, links?: string) =>
      boss.client.put(`/api/students/${studentId}/instructor`, {
        instructorId: to.actor.instructorId,
        ...(links && { links }),
      });
    const closed = await linked(from.client);
    expect((await move(closed.studentId)).body).toMatchObject({ status: 409, code: 'links-open' });
    expect((await move(closed.studentId, 'close')).status).toBe(204);
    expect(await closed.open()).toBe(404);
    const kept = await linked(from.client);
    expect((await move(kept.studentId, 'keep')).status).toBe(204);
    expect(await kept.open()).toBe(200);
    // It is the new instructor's now: the old one's suspension does not close it.
    await boss.client.put(`/api/instructors/${from.actor.instructorId}`, { suspended: true });
    expect(await kept.open()).toBe(200);
    expect((await move((await saveWorkedCheck(boss.client)).studentId)).status).toBe(204);
  });

  it('invitations are listed, and closed by the head', async () => {
    const boss = await app.signedIn(await app.academy('Of invitations'), 'head');
    await boss.client.post('/api/invitations', {
      name: 'Teo',
      email: 'teo@invited.example',
      role: 'instructor',
    });
    const token = await postBox.lastToken(app.db);
    const listed = (await boss.client.get('/api/invitations')).body as InvitationView[];
    expect(listed).toMatchObject([{ name: 'Teo', email: 'teo@invited.example', invitedBy: 'An head' }]);
    expect((await boss.client.delete(`/api/invitations/${listed[0]?.id}`)).status).toBe(204);
    expect((await app.client().get(`/api/links/${token}`)).status).toBe(404);
    expect((await boss.client.get('/api/invitations')).body).toEqual([]);
  });
});

describe('secrets of letters', () => {
  it('are in the letter alone: in no table, and in nothing that a head reads', async () => {
    const boss = await app.signedIn(await app.academy('Of secrets'), 'head');
    await boss.client.post('/api/invitations', {
      name: 'Teo',
      email: 'teo@secret.example',
      role: 'instructor',
    });
    const invited = await postBox.lastToken(app.db);
    await app.client().post('/api/password-forgotten', { email: boss.email });
    await app.settled();
    const reset = await postBox.lastToken(app.db);
    expect([invited.length, reset.length]).toEqual([43, 43]);
    const post = JSON.stringify((await boss.client.get('/api/post')).body);
    expect(post).toContain('/link/…');
    const tables = await app.db.many<{ name: string }>(sql`
      SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE()`);
    for (const { name } of tables) {
      const rows = await app.db.many({ text: `SELECT * FROM \`${name}\``, values: [] });
      for (const token of [invited, reset])
        expect([name, JSON.stringify(rows).includes(token)]).toEqual([name, false]);
    }
    expect(post.includes(invited) || post.includes(reset)).toBe(false);
  });

  it('set one password: after any change the others that are out set none', async () => {
    const boss = await app.signedIn(await app.academy('Of resets'), 'head');
    const ask = async (): Promise<string> => {
      await app.client().post('/api/password-forgotten', { email: boss.email });
      await app.settled();
      return await postBox.lastToken(app.db);
    };
    const use = async (token: string, password: string): Promise<number> =>
      (await app.client().post(`/api/links/${token}`, { password })).status;
    const [first, second] = [await ask(), await ask()];
    expect(await use(second, 'another line, another one')).toBe(204);
    expect(await use(first, 'and a third line for it')).toBe(404);
    const third = await ask();
    const own = app.client();
    await own.post('/api/session', { email: boss.email, password: 'another line, another one' });
    const change = { current: 'another line, another one', password: PASSWORD };
    expect((await own.put('/api/password', change)).status).toBe(204);
    expect(await use(third, 'and a fourth line for it')).toBe(404);
  });
});

describe('a session', () => {
  it('of a head ends after twelve hours without a request, of an instructor after a week', async () => {
    const academy = await app.academy('Of sessions');
    for (const [role, hours, status] of [
      ['head', 11, 200],
      ['head', 13, 401],
      ['instructor', 6 * 24, 200],
      ['instructor', 8 * 24, 401],
    ] as const) {
      const { client, actor } = await app.signedIn(academy, role);
      await app.db.exec(sql`
        UPDATE session SET last_seen_at = UTC_TIMESTAMP(3) - INTERVAL ${hours} HOUR
        WHERE instructor_id = ${actor.instructorId}`);
      expect([role, hours, (await client.get('/api/session')).status]).toEqual([role, hours, status]);
    }
  });
});
