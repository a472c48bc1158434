import { randomUUID } from 'node:crypto';
import { type StudentHistoryView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PAGE_LESSONS } from '../lessons/lesson-repository.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

/** Two on most days, so that a page ends within a day. */
const MANY = 2 * PAGE_LESSONS + 6;
const dayOf = (n: number): string =>
  new Date(Date.UTC(2026, 0, 2 + Math.floor(n / 2))).toISOString().slice(0, 10);

let app: TestApp;
let head: TestClient;
let studentId: string;
beforeAll(async () => {
  app = await startTestApp();
  head = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
  ({ studentId } = await saveWorkedCheck(head));
  for (let n = 1; n < MANY; n++) {
    const lesson = { revision: 0, studentId, heldOn: dayOf(n), notes: `${n}` };
    expect((await head.put(`/api/lessons/${randomUUID()}`, lesson)).status).toBe(200);
  }
});
afterAll(() => app.stop());

const page = async (after?: string): Promise<StudentHistoryView> => {
  const query = after === undefined ? '' : `?${new URLSearchParams({ after }).toString()}`;
  return (await head.get(`/api/students/${studentId}/history${query}`)).body as StudentHistoryView;
};

describe('a student’s history', () => {
  it('comes a page at a time, newest first, each lesson once, also where a day stands on two pages', async () => {
    const pages = [await page()];
    for (let next = pages[0]?.next ?? null; next !== null; next = pages.at(-1)?.next ?? null)
      pages.push(await page(next));
    expect(pages.map(({ lessons }) => lessons.length)).toEqual([PAGE_LESSONS, PAGE_LESSONS, 6]);
    const lessons = pages.flatMap((each) => each.lessons);
    expect(new Set(lessons.map(({ id }) => id)).size).toBe(MANY);
    const days = lessons.map(({ heldOn }) => heldOn);
    expect(days).toEqual(days.toSorted().toReversed());
    expect(days[PAGE_LESSONS - 1]).toBe(days[PAGE_LESSONS]);
    // The check of the lesson that has one comes with it, on whatever page.
    expect(lessons.flatMap(({ checks }) => checks)).toHaveLength(1);
  });

  it('refuses an end of a page that none had', async () => {
    const answer = await head.get(`/api/students/${studentId}/history?after=nonsense`);
    expect(answer).toMatchObject({ status: 422, body: { errors: [{ path: '/after' }] } });
  });
});
