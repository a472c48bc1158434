import { randomUUID } from 'node:crypto';
import { type ConsentView, type NewStudentLinkView, type StudentPageView } from '@lotrecht/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let client: TestClient;
let studentId: string;
let lessonId: string;

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'instructor')).client;
});
afterAll(() => app.stop());

beforeEach(async () => {
  [studentId, lessonId] = [randomUUID(), randomUUID()];
  const student = { revision: 0, name: 'Bela Varnholt', handedness: 'right', minor: true, notes: '' };
  expect((await client.put(`/api/students/${studentId}`, student)).status).toBe(200);
});

const lesson = () => ({ revision: 0, studentId, heldOn: '2026-04-17', notes: '' });
const check = () => ({ revision: 0, lessonId, document: workedCheck() });

async function consentTo(scope: ConsentView['scope']): Promise<string> {
  const body = { scope, givenBy: 'A guardian', givenOn: '2026-04-16' };
  const { body: consents } = await client.post(`/api/students/${studentId}/consents`, body);
  return (consents as ConsentView[]).find((c) => c.scope === scope && c.withdrawnAt === null)?.id ?? '';
}

describe('records of someone who is not of age', () => {
  it('wait for the guardian’s consent: no lesson, no check', async () => {
    const refused = await client.put(`/api/lessons/${lessonId}`, lesson());
    expect(refused).toMatchObject({ status: 409, body: { code: 'consent-needed' } });
    // A consent to something else opens nothing.
    await consentTo('link');
    expect((await client.put(`/api/lessons/${lessonId}`, lesson())).status).toBe(409);
    await consentTo('records');
    expect((await client.put(`/api/lessons/${lessonId}`, lesson())).status).toBe(200);
    expect((await client.put(`/api/checks/${randomUUID()}`, check())).status).toBe(200);
  });

  it('end with the withdrawal: what is kept stays and can be corrected, nothing new is kept', async () => {
    const id = await consentTo('records');
    await client.put(`/api/lessons/${lessonId}`, lesson());
    const checkId = randomUUID();
    expect((await client.put(`/api/checks/${checkId}`, check())).status).toBe(200);
    expect((await client.delete(`/api/consents/${id}`)).status).toBe(204);
    expect((await client.delete(`/api/consents/${id}`)).status).toBe(404);
    const another = await client.put(`/api/checks/${randomUUID()}`, check());
    expect(another).toMatchObject({ status: 409, body: { code: 'consent-needed' } });
    expect((await client.put(`/api/lessons/${randomUUID()}`, lesson())).status).toBe(409);
    const corrected = { ...check(), revision: 1, circumstances: undefined, record: { feltDeg: 1 } };
    expect((await client.put(`/api/checks/${checkId}`, corrected)).status).toBe(200);
    const { consents, lessons } = (await client.get(`/api/students/${studentId}`)).body as StudentPageView;
    expect(consents).toMatchObject([{ scope: 'records', givenOn: '2026-04-16' }]);
    expect(consents[0]?.withdrawnAt).toMatch(/^\d{4}-/);
    expect(lessons[0]?.checks).toHaveLength(1);
  });

  it('take the link with them when they are withdrawn, and not the other way round', async () => {
    const records = await consentTo('records');
    const first = await consentTo('link');
    const link = await client.post(`/api/students/${studentId}/student-links`, {
      recipient: 'guardian@post.example',
      days: 7,
    });
    const token = (link.body as NewStudentLinkView).address.split('#')[1] ?? '';
    const open = async () =>
      (await app.client().send('GET', '/api/take-home', undefined, { Authorization: `Bearer ${token}` }))
        .status;
    expect(await open()).toBe(200);
    await client.delete(`/api/consents/${first}`);
    expect(await open()).toBe(404);
    expect((await client.put(`/api/lessons/${lessonId}`, lesson())).status).toBe(200);
    await consentTo('link');
    expect(await open()).toBe(200);
    await client.delete(`/api/consents/${records}`);
    expect(await open()).toBe(404);
  });

  it('do not concern grown-ups', async () => {
    const student = { revision: 1, name: 'Bela Varnholt', handedness: 'right', minor: false, notes: '' };
    await client.put(`/api/students/${studentId}`, student);
    expect((await client.put(`/api/lessons/${lessonId}`, lesson())).status).toBe(200);
  });
});
