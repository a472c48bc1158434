import { randomUUID } from 'node:crypto';
import { type LessonAroundView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { saveWorkedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let head: TestClient;
let academyId: string;
beforeAll(async () => {
  app = await startTestApp();
  academyId = await app.academy('Tarnside');
  head = (await app.signedIn(academyId, 'head')).client;
});
afterAll(() => app.stop());

async function kept(path: string, body: object): Promise<string> {
  const id = randomUUID();
  expect((await head.put(`/api/${path}/${id}`, { revision: 0, ...body })).status, path).toBe(200);
  return id;
}

describe('a lesson with what a check of it begins from', () => {
  it('is one answer: the same as each page of its own says', async () => {
    const { studentId, lessonId, checkId } = await saveWorkedCheck(head);
    const placeId = await kept('places', { name: 'North rim', kind: 'range', marks: [] });
    const heldOn = '2027-05-02';
    const id = await kept('lessons', { studentId, heldOn, placeId, notes: '' });
    const clubId = await kept('clubs', { studentId, name: '7-iron', clubGroup: 'mid-iron' });
    const says = (saidOn: string, start: 'right' | 'left') =>
      kept('usual-misses', { studentId, lessonId, saidOn, miss: { start, where: 'range' } });
    await says('2027-05-01', 'right');
    await says('2027-05-03', 'left');
    const { status, body } = await head.get(`/api/lessons/${id}/around`);
    expect(status).toBe(200);
    const around = body as LessonAroundView;
    expect(around.lesson).toEqual((await head.get(`/api/lessons/${id}`)).body);
    expect({ student: around.student }).toMatchObject({ student: { id: studentId } });
    expect(around.place).toEqual((await head.get(`/api/places/${placeId}`)).body);
    expect(around.known).toEqual((await head.get(`/api/students/${studentId}/known?on=${heldOn}`)).body);
    expect(around.clubs.map((club) => club.id)).toEqual([clubId]);
    // What was said after the lesson is not known in it.
    expect(around.miss).toEqual({ start: 'right', where: 'range' });
    const first = (await head.get(`/api/lessons/${lessonId}/around`)).body as LessonAroundView;
    expect(first.lesson.checks.map((check) => check.id)).toEqual([checkId]);
    expect([first.place, first.miss]).toEqual([null, null]);
  });

  it('is nobody else’s', async () => {
    const { lessonId } = await saveWorkedCheck(head);
    const stranger = (await app.signedIn(await app.academy('Away'), 'head')).client;
    expect((await stranger.get(`/api/lessons/${lessonId}/around`)).status).toBe(404);
    const colleague = (await app.signedIn(academyId, 'instructor')).client;
    expect((await colleague.get(`/api/lessons/${lessonId}/around`)).status).toBe(404);
  });
});
