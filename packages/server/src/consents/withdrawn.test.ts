import { randomUUID } from 'node:crypto';
import { type ConsentView } from '@lotrecht/records';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { KINDS } from '../records/kinds/index.ts';
import { workedCheck } from '../test/documents.ts';
import { sampleOf } from '../test/samples.ts';
import { serveTestApp, startTestApp, type TestApp, TestClient } from '../test/test-app.ts';

/** `LOTRECHT_CONSENT_ROUNDS=100` for the figure that is reported: rounds of each kind. */
const ROUNDS = Number(process.env['LOTRECHT_CONSENT_ROUNDS'] ?? 2);
const AT_ONCE = 10;

let one: TestApp;
let two: TestApp;
/** The same person on two servers of one database. */
let clients: readonly [TestClient, TestClient];
let studentId: string;
let lessonId: string;
let checkId: string;
let records: string;

beforeAll(async () => {
  one = await startTestApp();
  two = await serveTestApp(one.databaseUrl);
  const { client } = await one.signedIn(await one.academy('Tarnside'), 'instructor');
  const beside = new TestClient(two.base);
  beside.cookie = client.cookie;
  clients = [client, beside];
});
afterAll(async () => {
  await two.stop();
  await one.stop();
});

async function consent(): Promise<void> {
  const body = { scope: 'records', givenBy: 'A guardian', givenOn: '2026-04-16' };
  const { body: consents } = await clients[0].post(`/api/students/${studentId}/consents`, body);
  records = (consents as ConsentView[]).find((c) => c.withdrawnAt === null)?.id ?? '';
}
const withdraw = (client: TestClient) => client.delete(`/api/consents/${records}`);

const student = () => ({ revision: 0, name: 'Bela Varnholt', handedness: 'right', minor: true, notes: '' });
const lesson = () => ({ revision: 0, studentId, heldOn: '2026-04-17', notes: '' });
const check = () => ({ revision: 0, lessonId, document: workedCheck() });
const handOut = () => ({ revision: 0, checkId, drillId: 'toe-rod', dose: '', own: '', junior: true });

beforeEach(async () => {
  [studentId, lessonId, checkId] = [randomUUID(), randomUUID(), randomUUID()];
  expect((await clients[0].put(`/api/students/${studentId}`, student())).status).toBe(200);
  await consent();
  expect((await clients[0].put(`/api/lessons/${lessonId}`, lesson())).status).toBe(200);
  expect((await clients[0].put(`/api/checks/${checkId}`, check())).status).toBe(200);
});

interface Way {
  readonly path: string;
  /** Where its rows are. */
  readonly table: string;
  readonly body: () => object;
}

/** Everything that is kept about a student: what is declared as a kind, and what is not. */
const WAYS: readonly (readonly [string, Way])[] = [
  ...KINDS.filter(({ owner }) => owner === 'student').map((kind): readonly [string, Way] => [
    kind.name,
    {
      path: kind.path,
      table: kind.table,
      body: () => ({ revision: 0, ...sampleOf(kind.name, { studentId }) }),
    },
  ]),
  ['lesson', { path: 'lessons', table: 'lesson', body: lesson }],
  ['check', { path: 'checks', table: 'setup_check', body: check }],
  ['hand-out', { path: 'hand-outs', table: 'hand_out', body: handOut }],
];

describe.each(WAYS)('a %s of someone who is not of age', (_name, { path, table, body }) => {
  it('is not kept after a withdrawal in the middle, on two servers', async () => {
    for (let round = 0; round < ROUNDS; round++) {
      if (round > 0) await consent();
      const saves = Array.from({ length: AT_ONCE }, (_, n) =>
        clients[n % 2 === 0 ? 0 : 1].put(`/api/${path}/${randomUUID()}`, body()),
      );
      const withdrawn = withdraw(clients[1]);
      const statuses = (await Promise.all(saves)).map(({ status }) => status);
      expect((await withdrawn).status).toBe(204);
      expect(statuses.filter((status) => status !== 200 && status !== 409)).toEqual([]);
      const { late } = await one.db.one<{ late: number }>({
        text: `SELECT COUNT(*) AS late FROM ${table} t JOIN guardian_consent g
          ON g.academy_id = t.academy_id AND g.id = ? WHERE t.student_id = ? AND t.created_at > g.withdrawn_at`,
        values: [records, studentId],
      });
      expect(late).toBe(0);
      expect((await clients[0].put(`/api/${path}/${randomUUID()}`, body())).status).toBe(409);
    }
  });

  it('is taken away without a consent, and does not come back without one', async () => {
    const at = `/api/${path}/${randomUUID()}`;
    expect((await clients[0].put(at, body())).status).toBe(200);
    await withdraw(clients[0]);
    expect((await clients[0].delete(at)).status).toBe(204);
    expect(await clients[0].post(`${at}/restore`, {})).toMatchObject({
      status: 409,
      body: { code: 'consent-needed' },
    });
    await consent();
    expect((await clients[0].post(`${at}/restore`, {})).status).toBe(204);
  });
});

describe('someone who is not of age', () => {
  it.each([
    ['notes', 'knows of her knee'],
    ['dominantEye', 'left'],
    ['statureMm', 1500],
    ['shoeMm', 240],
  ])('begins without %s', async (field, value) => {
    const answer = await clients[0].put(`/api/students/${randomUUID()}`, { ...student(), [field]: value });
    expect(answer).toMatchObject({
      status: 422,
      body: { errors: [{ path: `/${field}`, code: 'consent-needed' }] },
    });
  });

  it('who was taken away comes back with their records only while a consent stands', async () => {
    const at = `/api/students/${studentId}`;
    await withdraw(clients[0]);
    expect((await clients[0].delete(at)).status).toBe(204);
    expect(await clients[0].post(`${at}/restore`, {})).toMatchObject({
      status: 409,
      body: { code: 'consent-needed' },
    });
    expect((await clients[0].get(at)).status).toBe(404);
    // Of whom nothing was kept there is nothing to consent to.
    const bare = `/api/students/${randomUUID()}`;
    expect((await clients[0].put(bare, student())).status).toBe(200);
    await clients[0].delete(bare);
    expect((await clients[0].post(`${bare}/restore`, {})).status).toBe(204);
  });

  it('can be erased whatever stands', async () => {
    await withdraw(clients[0]);
    await one.db.exec(sql`UPDATE instructor SET role = 'head'`);
    const erased = await clients[0].post(`/api/students/${studentId}/erase`, { name: 'Bela Varnholt' });
    expect(erased.status).toBe(204);
  });
});
