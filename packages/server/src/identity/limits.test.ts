import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { CaughtLetters } from '../test/caught-letters.ts';
import { PASSWORD, SETUP_CODE, startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

const AT_ONCE = 200;
const postBox = new CaughtLetters();
let app: TestApp;
let email: string;
let academyId: string;

beforeAll(async () => {
  app = await startTestApp(undefined, { trustedProxies: ['127.0.0.1'] });
});
beforeEach(async () => {
  await app.db.exec(sql`DELETE FROM rate_limit`);
  academyId = await app.academy('Tarnside');
  ({ email } = await app.signedIn(academyId, 'head'));
  await app.db.exec(sql`DELETE FROM rate_limit`);
});
afterAll(() => app.stop());

function tryFrom(ip: string, password: string, client: TestClient = app.client()): Promise<number> {
  const headers = { 'X-Forwarded-For': ip };
  return client.send('POST', '/api/session', { email, password }, headers).then(({ status }) => status);
}

function count(statuses: readonly number[], status: number): number {
  return statuses.filter((s) => s === status).length;
}

describe('passwords that are tried', () => {
  it('two hundred at once from one address: at most ten are looked at', async () => {
    const all = await Promise.all(
      Array.from({ length: AT_ONCE }, (_, i) => tryFrom('203.0.113.9', `guess ${i}`)),
    );
    expect(count(all, 401)).toBeLessThanOrEqual(10);
    // On a machine that has much else to do, some are told to come back; none is let through.
    expect(count(all, 401) + count(all, 429) + count(all, 503)).toBe(AT_ONCE);
  });

  it('from thirty addresses on one account: at most thirty are looked at, and nobody is locked out', async () => {
    const tablet = app.client();
    expect(await tryFrom('198.51.100.7', PASSWORD, tablet)).toBe(200);
    await app.db.exec(sql`DELETE FROM rate_limit`);
    const all = await Promise.all(
      Array.from({ length: AT_ONCE }, (_, i) => tryFrom(`203.0.113.${i % 30}`, `guess ${i}`)),
    );
    expect(count(all, 401)).toBeLessThanOrEqual(30);
    // Whoever has signed in on their device before goes on, from wherever they are.
    expect(await tryFrom('198.51.100.8', PASSWORD)).toBe(429);
    expect(await tryFrom('198.51.100.8', PASSWORD, tablet)).toBe(200);
  });

  it('on a known device count too', async () => {
    const tablet = app.client();
    await tryFrom('198.51.100.7', PASSWORD, tablet);
    const all = [];
    for (let i = 0; i < 40; i++) all.push(await tryFrom(`203.0.113.${i}`, `guess ${i}`, tablet));
    expect(count(all, 401)).toBe(20);
  });

  it('by whoever changes theirs: at most ten of two hundred are looked at', async () => {
    const { client } = await app.signedIn(academyId, 'instructor');
    const all = await Promise.all(
      Array.from({ length: AT_ONCE }, () =>
        client.put('/api/password', { current: 'x', password: 'y'.repeat(12) }),
      ),
    );
    expect(
      count(
        all.map((a) => a.status),
        403,
      ),
    ).toBeLessThanOrEqual(10);
  });

  it('and an address behind a header of one’s own is the same address', async () => {
    const all = [];
    for (let i = 0; i < 20; i++) all.push(await tryFrom(`10.0.0.${i}, 203.0.113.9`, `guess ${i}`));
    expect(count(all, 401)).toBe(10);
  });
});

describe('student links that are guessed', () => {
  it('a hundred at once: at most twenty are told that they open nothing', async () => {
    const all = await Promise.all(
      Array.from({ length: 100 }, (_, i) =>
        app.client().send('GET', '/api/take-home', undefined, {
          Authorization: `Bearer ${String(i).padStart(43, 'x')}`,
          'X-Forwarded-For': '203.0.113.9',
        }),
      ),
    );
    expect(
      count(
        all.map((a) => a.status),
        404,
      ),
    ).toBeLessThanOrEqual(20);
  });
});

describe('letters with a new password', () => {
  it('come at most five times an hour to one account, from however many addresses', async () => {
    await postBox.deliver(app.db);
    postBox.letters.length = 0;
    for (let i = 0; i < 30; i++) {
      const headers = { 'X-Forwarded-For': `203.0.113.${i}` };
      const answer = await app.client().send('POST', '/api/password-forgotten', { email }, headers);
      await app.settled();
      expect(answer.status).toBe(202);
    }
    await postBox.deliver(app.db);
    expect(postBox.letters).toHaveLength(5);
  });
});

describe('the code of the first academy', () => {
  it('sent six times at once makes one', async () => {
    const empty = await startTestApp();
    const input = { code: SETUP_CODE, academyName: 'Tarnside', name: 'Marit', password: PASSWORD };
    const all = await Promise.all(
      Array.from({ length: 6 }, (_, i) =>
        empty.client().post('/api/setup', { ...input, email: `marit${i}@tarnside.example` }),
      ),
    );
    expect(all.map((a) => a.status).toSorted()).toEqual([200, 409, 409, 409, 409, 409]);
    const { n } = await empty.db.one<{ n: number }>(sql`SELECT COUNT(*) AS n FROM academy`);
    expect(n).toBe(1);
    await empty.stop();
  });
});
