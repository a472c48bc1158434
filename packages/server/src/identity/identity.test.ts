import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { PASSWORD, SETUP_CODE, startTestApp, type TestApp } from '../test/test-app.ts';

let app: TestApp;

beforeAll(async () => {
  app = await startTestApp();
});

afterAll(() => app.stop());

const first = {
  code: SETUP_CODE,
  academyName: 'Tarnside',
  name: 'Marit Oswin',
  email: 'marit@tarnside.example',
  password: PASSWORD,
};

describe('the first academy', () => {
  it('is asked for while the installation is empty', async () => {
    expect((await app.client().get('/api/setup')).body).toEqual({ needed: true });
  });

  it('is not made with a wrong code', async () => {
    const answer = await app.client().post('/api/setup', { ...first, code: 'GUESSED' });
    expect(answer.status).toBe(403);
    expect(answer.body).toMatchObject({ errors: [{ path: '/code' }] });
  });

  it('names the field of a password that is too short', async () => {
    const answer = await app.client().post('/api/setup', { ...first, password: 'short' });
    expect(answer.status).toBe(422);
    expect(answer.body).toMatchObject({
      errors: [{ path: '/password', message: 'Type at least 12 characters.' }],
    });
  });

  it('is made once, and its maker is signed in as head', async () => {
    const client = app.client();
    const made = await client.post('/api/setup', { ...first, code: ` ${SETUP_CODE.toLowerCase()} ` });
    expect(made.status).toBe(200);
    expect((await client.get('/api/session')).body).toMatchObject({
      instructor: { name: 'Marit Oswin', role: 'head' },
      academy: { name: 'Tarnside' },
    });
    expect((await app.client().post('/api/setup', first)).status).toBe(409);
    expect((await app.client().get('/api/setup')).body).toEqual({ needed: false });
  });
});

describe('a session', () => {
  it('is not opened by a wrong password or an unknown address, and the two answer alike', async () => {
    const wrong = await app.client().post('/api/session', { email: first.email, password: 'not this one' });
    const unknown = await app
      .client()
      .post('/api/session', { email: 'no@one.example', password: 'not this one' });
    expect([wrong.status, unknown.status]).toEqual([401, 401]);
    expect((wrong.body as { title: string }).title).toBe((unknown.body as { title: string }).title);
  });

  it('is kept in a cookie that no script reads and no other site sends', async () => {
    const response = await fetch(`${app.base}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-Requested-By': 'lotrecht' },
      body: JSON.stringify({ email: first.email, password: PASSWORD }),
    });
    const [cookie] = response.headers.getSetCookie();
    expect(cookie).toMatch(/httponly/i);
    expect(cookie).toMatch(/samesite=strict/i);
  });

  it('is stored only as a hash of its token', async () => {
    const { client } = await app.signedIn(await app.academy('Hashed'), 'head');
    const token = client.cookie.split('=')[1] ?? '';
    const rows = await app.db.many<{ token_hash: Buffer }>(sql`SELECT token_hash FROM session`);
    expect(token.length).toBeGreaterThan(40);
    expect(rows.some((row) => row.token_hash.toString('base64url') === token)).toBe(false);
  });

  it('ends here alone on sign-out, and on every device on demand', async () => {
    const academy = await app.academy('Devices');
    const { client: here, email } = await app.signedIn(academy, 'head');
    const there = app.client();
    const elsewhere = app.client();
    await there.post('/api/session', { email, password: PASSWORD });
    await elsewhere.post('/api/session', { email, password: PASSWORD });
    const cookie = here.cookie;
    expect((await here.delete('/api/session')).status).toBe(204);
    here.cookie = cookie;
    expect((await here.get('/api/session')).status).toBe(401);
    expect((await there.get('/api/session')).status).toBe(200);
    await there.delete('/api/sessions');
    expect((await elsewhere.get('/api/session')).status).toBe(401);
  });

  it('ends when it is not used for a week', async () => {
    const { client, actor } = await app.signedIn(await app.academy('Idle'), 'head');
    await app.db.exec(sql`
      UPDATE session SET last_seen_at = UTC_TIMESTAMP(3) - INTERVAL 8 DAY WHERE instructor_id = ${actor.instructorId}`);
    expect((await client.get('/api/session')).status).toBe(401);
  });

  it('does not open for a forged or a garbled cookie', async () => {
    for (const cookie of [
      `lotrecht_session=${randomUUID()}`,
      'lotrecht_session=',
      'lotrecht_session=%00%ff;x',
    ]) {
      const client = app.client();
      client.cookie = cookie;
      expect((await client.get('/api/session')).status).toBe(401);
    }
  });
});

describe('a change from another site', () => {
  it.each([
    ['without our header', { 'X-Requested-By': '' }],
    ['from another origin', { Origin: 'https://elsewhere.example' }],
    ['that the browser calls cross-site', { 'Sec-Fetch-Site': 'cross-site' }],
  ])('is refused %s', async (_name, headers) => {
    const { client } = await app.signedIn(await app.academy('Guarded'), 'head');
    const student = { revision: 0, name: 'Planted', handedness: 'right', minor: false, notes: '' };
    const answer = await client.put(`/api/students/${randomUUID()}`, student, headers);
    expect(answer.status).toBe(403);
    expect((await client.get('/api/students')).body).toEqual({ students: [], next: null });
  });
});
