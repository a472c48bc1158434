import { randomUUID } from 'node:crypto';
import { type SessionEntryView } from '@lotrecht/records';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { CaughtLetters } from '../test/caught-letters.ts';
import { PASSWORD, startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

const postBox = new CaughtLetters();
const NEXT = 'another line, another password';
let app: TestApp;
let head: TestClient;
let headEmail: string;
let academyId: string;

beforeAll(async () => {
  app = await startTestApp();
});

beforeEach(async () => {
  await app.db.exec(sql`DELETE FROM rate_limit`);
  academyId = await app.academy('Tarnside');
  const signedIn = await app.signedIn(academyId, 'head');
  head = signedIn.client;
  headEmail = signedIn.email;
});

afterAll(() => app.stop());

function signIn(email: string, password: string): Promise<{ status: number }> {
  return app.client().post('/api/session', { email, password });
}

describe('an invitation', () => {
  const invite = (email: string) =>
    head.post('/api/invitations', { name: 'Teo Halvard', email, role: 'instructor' });

  it('lets the invited instructor choose a password, once', async () => {
    const email = `${randomUUID()}@academy.example`;
    expect((await invite(email)).status).toBe(202);
    const token = await postBox.lastToken(app.db);
    const invited = app.client();
    expect((await invited.get(`/api/links/${token}`)).body).toEqual({
      kind: 'invitation',
      academyName: 'Tarnside',
      name: 'Teo Halvard',
      email,
    });
    expect((await invited.post(`/api/links/${token}`, { password: 'short' })).status).toBe(422);
    expect((await invited.post(`/api/links/${token}`, { password: NEXT })).status).toBe(204);
    expect((await invited.get('/api/session')).body).toMatchObject({
      instructor: { role: 'instructor', email },
    });
    expect((await app.client().post(`/api/links/${token}`, { password: NEXT })).status).toBe(404);
    expect((await signIn(email, NEXT)).status).toBe(200);
  });

  it('is over after its week', async () => {
    await invite(`${randomUUID()}@academy.example`);
    const token = await postBox.lastToken(app.db);
    await app.db.exec(sql`UPDATE one_time_link SET expires_at = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND`);
    expect((await app.client().get(`/api/links/${token}`)).status).toBe(404);
  });

  it('to an address that has an account makes no second one, and can be told', async () => {
    await invite(headEmail.toUpperCase());
    const answer = await app
      .client()
      .post(`/api/links/${await postBox.lastToken(app.db)}`, { password: NEXT });
    expect(answer.body).toMatchObject({ status: 409, code: 'address-taken' });
  });

  it('stores no token that opens it', async () => {
    await invite(`${randomUUID()}@academy.example`);
    const token = await postBox.lastToken(app.db);
    const rows = await app.db.many<{ token_hash: Buffer }>(sql`SELECT token_hash FROM one_time_link`);
    expect(token.length).toBe(43);
    expect(rows.some((r) => r.token_hash.toString('base64url') === token)).toBe(false);
  });
});

describe('a forgotten password', () => {
  it('answers alike for a known and an unknown address, and writes to the known one only', async () => {
    const known = await app.client().post('/api/password-forgotten', { email: headEmail });
    await app.settled();
    const unknown = await app.client().post('/api/password-forgotten', { email: 'no@one.example' });
    await app.settled();
    expect([known.status, known.body]).toEqual([unknown.status, unknown.body]);
    expect((await head.get('/api/post')).body).toHaveLength(1);
  });

  it('is set anew by the link, which ends every session', async () => {
    await app.client().post('/api/password-forgotten', { email: headEmail });
    await app.settled();
    const token = await postBox.lastToken(app.db);
    expect((await app.client().post(`/api/links/${token}`, { password: NEXT })).status).toBe(204);
    expect((await head.get('/api/session')).status).toBe(401);
    expect((await signIn(headEmail, PASSWORD)).status).toBe(401);
    expect((await signIn(headEmail, NEXT)).status).toBe(200);
  });
});

describe('one’s own password', () => {
  it('is changed with the present one, and other devices are signed out', async () => {
    const other = app.client();
    await other.post('/api/session', { email: headEmail, password: PASSWORD });
    const wrong = await head.put('/api/password', { current: 'not it', password: NEXT });
    expect(wrong.body).toMatchObject({ status: 403, errors: [{ path: '/current' }] });
    expect((await head.put('/api/password', { current: PASSWORD, password: NEXT })).status).toBe(204);
    expect((await head.get('/api/session')).status).toBe(200);
    expect((await other.get('/api/session')).status).toBe(401);
    // Whoever did not change it themselves learns of it, and has a way back.
    const token = await postBox.lastToken(app.db);
    expect(postBox.letters.at(-1)).toMatchObject({
      recipient: headEmail,
      subject: 'Your password was changed',
    });
    const back = 'a bob hangs where it hangs';
    expect((await app.client().post(`/api/links/${token}`, { password: back })).status).toBe(204);
    expect((await head.get('/api/session')).status).toBe(401);
    expect((await signIn(headEmail, back)).status).toBe(200);
  });

  it('is none that anyone tries first, wherever it is chosen', async () => {
    const common = { status: 422, body: { errors: [{ path: '/password', code: 'common-password' }] } };
    expect(await head.put('/api/password', { current: PASSWORD, password: 'password1234' })).toMatchObject(
      common,
    );
    await app.client().post('/api/password-forgotten', { email: headEmail });
    await app.settled();
    const token = await postBox.lastToken(app.db);
    expect(await app.client().post(`/api/links/${token}`, { password: 'qwertyuiop12' })).toMatchObject(
      common,
    );
  });
});

describe('sessions', () => {
  it('are listed with their device and revoked one by one', async () => {
    const tablet = app.client();
    await tablet.send(
      'POST',
      '/api/session',
      { email: headEmail, password: PASSWORD },
      { 'User-Agent': 'Tablet on the tee' },
    );
    const listed = (await head.get('/api/sessions')).body as SessionEntryView[];
    const other = listed.find((s) => s.device === 'Tablet on the tee');
    expect(listed.filter((s) => s.here)).toHaveLength(1);
    expect((await head.delete(`/api/sessions/${other?.id}`)).status).toBe(204);
    expect((await tablet.get('/api/session')).status).toBe(401);
  });

  it('of an instructor whose tablet was lost are ended by a head, and by nobody else', async () => {
    const { client: lost, actor } = await app.signedIn(academyId, 'instructor');
    const colleague = (await app.signedIn(academyId, 'instructor')).client;
    const stranger = (await app.signedIn(await app.academy('Elsewhere'), 'head')).client;
    const path = `/api/instructors/${actor.instructorId}/sessions`;
    expect((await colleague.delete(path)).status).toBe(403);
    expect((await stranger.delete(path)).status).toBe(404);
    expect((await lost.get('/api/session')).status).toBe(200);
    expect((await head.delete(path)).status).toBe(204);
    expect((await lost.get('/api/session')).status).toBe(401);
    expect((await head.get('/api/academy/events')).body).toMatchObject([{ action: 'signed-out' }]);
  });

  it('of others cannot be revoked', async () => {
    const colleague = (await app.signedIn(academyId, 'head')).client;
    const [theirs] = (await colleague.get('/api/sessions')).body as SessionEntryView[];
    expect((await head.delete(`/api/sessions/${theirs?.id}`)).status).toBe(404);
  });

  it('locked on a shared tablet open again with the password alone', async () => {
    await head.post('/api/session/lock', {});
    expect((await head.get('/api/students')).status).toBe(423);
    expect((await head.get('/api/session')).body).toMatchObject({ locked: true });
    expect((await head.post('/api/session/unlock', { password: 'guess' })).status).toBe(403);
    expect((await head.post('/api/session/unlock', { password: PASSWORD })).status).toBe(200);
    expect((await head.get('/api/students')).status).toBe(200);
  });
});

describe('trying passwords', () => {
  it('is stopped after ten failures from one device, with the time to wait', async () => {
    for (let i = 0; i < 10; i++) expect((await signIn(headEmail, `guess ${i}`)).status).toBe(401);
    const stopped = await app.client().post('/api/session', { email: headEmail, password: PASSWORD });
    expect(stopped.status).toBe(429);
    expect(Number(stopped.headers.get('retry-after'))).toBeGreaterThan(60);
  });

  it('forgets failures after a success', async () => {
    for (let i = 0; i < 9; i++) await signIn(headEmail, `guess ${i}`);
    expect((await signIn(headEmail, PASSWORD)).status).toBe(200);
    expect((await signIn(headEmail, 'guess again')).status).toBe(401);
  });

  it('from one device locks nobody out on another', async () => {
    const proxied = await startTestApp(undefined, { trustedProxies: ['127.0.0.1'] });
    const { email } = await proxied.signedIn(await proxied.academy('Reached'), 'head');
    const from = (ip: string, password: string) =>
      proxied.client().send('POST', '/api/session', { email, password }, { 'X-Forwarded-For': ip });
    for (let i = 0; i < 11; i++) await from('203.0.113.9', `guess ${i}`);
    expect((await from('203.0.113.9', PASSWORD)).status).toBe(429);
    expect((await from('198.51.100.7', PASSWORD)).status).toBe(200);
    await proxied.stop();
  });

  it('cannot be hidden behind forwarded headers of one’s own', async () => {
    for (let i = 0; i < 10; i++) {
      await app
        .client()
        .send(
          'POST',
          '/api/session',
          { email: headEmail, password: 'x' },
          { 'X-Forwarded-For': `10.0.0.${i}` },
        );
    }
    expect((await signIn(headEmail, PASSWORD)).status).toBe(429);
  });
});

describe('a flood of requests', () => {
  it('is answered 429 with a time to wait', async () => {
    const small = await startTestApp(undefined, { requestsPerMinute: 5 });
    const answers = [];
    for (let i = 0; i < 7; i++) answers.push((await small.client().get('/api/setup')).status);
    expect(answers).toEqual([200, 200, 200, 200, 200, 429, 429]);
    await small.stop();
  });
});

describe('the audit', () => {
  it('says who saw and changed whom, a repeated look once', async () => {
    const id = randomUUID();
    const student = { revision: 0, name: 'Runa Feldt', handedness: 'right', minor: false, notes: '' };
    await head.put(`/api/students/${id}`, student);
    await head.get(`/api/students/${id}`);
    await head.get(`/api/students/${id}`);
    await head.delete(`/api/students/${id}`);
    const entries = (await head.get('/api/audit')).body as { action: string; studentName: string }[];
    expect(entries.map((e) => e.action)).toEqual(['deleted', 'seen', 'changed']);
    expect(entries[0]?.studentName).toBe('Runa Feldt');
  });
});
