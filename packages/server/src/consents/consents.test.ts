import { randomUUID } from 'node:crypto';
import { type ConsentView, type NewStudentLinkView, type StudentHistoryView } from '@lotrecht/records';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { workedCheck } from '../test/documents.ts';
import { type Answer, startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

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

  it('end with the withdrawal: what is kept stays, nothing new is kept', async () => {
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
    expect((await client.put(`/api/checks/${checkId}`, corrected)).status).toBe(409);
    const { consents, lessons } = (await client.get(`/api/students/${studentId}/history`))
      .body as StudentHistoryView;
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

  it('withdrawn, nothing new is kept: no correction, no note, no hand-out, no hand, no reading at home', async () => {
    const records = await consentTo('records');
    expect((await client.put(`/api/lessons/${lessonId}`, lesson())).status).toBe(200);
    const checkId = randomUUID();
    expect((await client.put(`/api/checks/${checkId}`, check())).status).toBe(200);
    await client.delete(`/api/consents/${records}`);
    const handOut = { revision: 0, checkId, drillId: 'toe-rod', dose: '', own: '', junior: true };
    const student = { revision: 1, name: 'Bela Varnholt', handedness: 'right', minor: true, notes: '' };
    const writes: readonly (readonly [string, object])[] = [
      [`/api/checks/${checkId}`, { ...check(), revision: 1, document: workedCheck('right', 590) }],
      [`/api/checks/${randomUUID()}`, check()],
      [`/api/lessons/${lessonId}`, { ...lesson(), revision: 1, notes: 'shy today' }],
      [`/api/lessons/${randomUUID()}`, lesson()],
      [`/api/hand-outs/${randomUUID()}`, handOut],
      [`/api/students/${studentId}`, { ...student, notes: 'shy' }],
      [`/api/students/${studentId}`, { ...student, handedness: 'left' }],
      [`/api/students/${studentId}`, { ...student, statureMm: 1500 }],
    ];
    for (const [path, body] of writes)
      expect([path, (await client.put(path, body)).body]).toMatchObject([path, { code: 'consent-needed' }]);
    // What was kept before stays, sent again it is no new thing, and a wrong name can be mended.
    expect((await client.put(`/api/lessons/${lessonId}`, lesson())).status).toBe(200);
    expect(
      (await client.put(`/api/students/${studentId}`, { ...student, name: 'Béla Varnholt' })).status,
    ).toBe(200);
    await consentTo('link');
    const link = await client.post(`/api/students/${studentId}/student-links`, {
      recipient: 'g@p.example',
      days: 7,
    });
    const token = (link.body as NewStudentLinkView).address.split('#')[1] ?? '';
    const self = { takenOn: new Date().toISOString().slice(0, 10), drillDone: true };
    const sent = await app.client().send('PUT', `/api/take-home/self-checks/${randomUUID()}`, self, {
      Authorization: `Bearer ${token}`,
    });
    expect(sent).toMatchObject({ status: 409, body: { code: 'consent-needed' } });
    expect((sent.body as { title: string }).title).toContain('ask your instructor');
  });

  it('withdrawn in the middle of many saves, none is kept after it', async () => {
    const records = await consentTo('records');
    await client.put(`/api/lessons/${lessonId}`, lesson());
    // A busy server says that it is, and is asked again, as a browser does.
    const patiently = async (send: () => Promise<Answer>): Promise<Answer> => {
      for (let tries = 1; ; tries++) {
        const answer = await send();
        if (answer.status !== 503 || tries === 20) return answer;
        await new Promise((resolve) => setTimeout(resolve, 200 * tries));
      }
    };
    const saves = Array.from({ length: 24 }, () => {
      const path = `/api/checks/${randomUUID()}`;
      return patiently(() => client.put(path, check()));
    });
    const withdrawn = patiently(() => client.delete(`/api/consents/${records}`));
    const answers = await Promise.all(saves);
    expect((await withdrawn).status).toBe(204);
    const kept = answers.filter((a) => a.status === 200).length;
    expect(answers.filter((a) => a.status !== 200).every((a) => a.status === 409)).toBe(true);
    const { n, late } = await app.db.one<{ n: number; late: string | null }>(sql`
      SELECT COUNT(*) AS n, SUM(v.created_at > g.withdrawn_at) AS late
      FROM setup_check c
      JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id
      JOIN guardian_consent g ON g.academy_id = c.academy_id AND g.id = ${records}
      WHERE c.student_id = ${studentId}`);
    expect([n, Number(late)]).toEqual([kept, 0]);
  });

  it('a student who is new and not of age comes without notes', async () => {
    const student = {
      revision: 0,
      name: 'Ida',
      handedness: 'right',
      minor: true,
      notes: 'knows of her knee',
    };
    const answer = await client.put(`/api/students/${randomUUID()}`, student);
    expect(answer.body).toMatchObject({ status: 422, errors: [{ path: '/notes' }] });
  });

  it('do not concern grown-ups', async () => {
    const student = { revision: 1, name: 'Bela Varnholt', handedness: 'right', minor: false, notes: '' };
    await client.put(`/api/students/${studentId}`, student);
    expect((await client.put(`/api/lessons/${lessonId}`, lesson())).status).toBe(200);
  });
});
