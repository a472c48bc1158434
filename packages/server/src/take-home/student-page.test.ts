import { randomUUID } from 'node:crypto';
import { type NewStudentLinkView, type StudentLinkPage } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { countedQueries } from '../test/counted-queries.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { studentPage } from './student-page.ts';
import { findOpenStudentLink, type OpenStudentLink } from './student-link-repository.ts';

let app: TestApp;
let head: TestClient;
let link: OpenStudentLink;
let studentId: string;
beforeAll(async () => {
  app = await startTestApp();
  head = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
  ({ studentId } = await saveWorkedCheck(head));
  const sent = await head.post(`/api/students/${studentId}/student-links`, {
    recipient: 'r@post.example',
    days: 3,
  });
  const token = (sent.body as NewStudentLinkView).address.split('#')[1] ?? '';
  link = (await findOpenStudentLink(app.db, token)) as OpenStudentLink;
});
afterAll(() => app.stop());

/** A lesson of its own, its check and what went home from it. */
async function oneMore(n: number): Promise<void> {
  const [lessonId, checkId] = [randomUUID(), randomUUID()];
  const lesson = { revision: 0, studentId, heldOn: `2026-03-${String(n + 1).padStart(2, '0')}`, notes: '' };
  const document = workedCheck('right', 600 + n);
  const handOut = { revision: 0, checkId, drillId: 'toe-rod', dose: `${n} a day`, own: '', junior: false };
  for (const [path, body] of [
    [`lessons/${lessonId}`, lesson],
    [`checks/${checkId}`, { revision: 0, lessonId, document }],
    [`hand-outs/${randomUUID()}`, handOut],
  ] as const)
    expect((await head.put(`/api/${path}`, body)).status, path).toBe(200);
}

async function counted(): Promise<{ readonly page: StudentLinkPage; readonly asked: number }> {
  const { db, asked } = countedQueries(app.db);
  const page = await studentPage(db, link, null);
  return { page, asked: asked() };
}

describe('what a student’s link shows', () => {
  it('is asked for as often with twenty hand-outs as with one', async () => {
    await oneMore(0);
    const one = await counted();
    expect(one.page.handOuts).toHaveLength(1);
    for (let n = 1; n < 20; n++) await oneMore(n);
    const many = await counted();
    expect(many.page.handOuts).toHaveLength(12);
    expect(many.asked).toBe(one.asked);
    expect(many.asked).toBe(13);
    // Each with its own check and day, newest first.
    const doses = many.page.handOuts.map(({ drill, heldOn }) => [drill?.dose, heldOn]);
    expect(doses[0]).toEqual(['19 a day', '2026-03-20']);
    expect(new Set(many.page.handOuts.map(({ heldOn }) => heldOn)).size).toBe(12);
  });
});
