import { randomUUID } from 'node:crypto';
import { DEFAULT_SETTINGS, solveDocument } from '@lotrecht/judging';
import {
  type CheckVersionsView,
  type CheckView,
  type InstructorSettings,
  type LessonView,
  type PlaceView,
} from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let client: TestClient;

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
});
afterAll(() => app.stop());

const mark = (name: string, distanceM: number, bearingDeg: number) => ({
  id: randomUUID(),
  name,
  kind: 'target' as const,
  distanceM,
  bearingDeg,
});
const rim = {
  revision: 0,
  name: 'Rim',
  kind: 'range',
  marks: [mark('Barge', 150, 0), mark('Kiln', 120, -8)],
};

describe('a place', () => {
  it('is kept with its marks, changed from the revision it was opened at, deleted and brought back', async () => {
    const path = `/api/places/${randomUUID()}`;
    expect((await client.put(path, rim)).body).toMatchObject({ revision: 1, marks: [{ name: 'Barge' }, {}] });
    const [barge, kiln] = rim.marks;
    const moved = { ...rim, revision: 1, name: 'North rim', marks: [{ ...barge, heightM: 2 }, kiln] };
    expect((await client.put(path, moved)).body).toMatchObject({ revision: 2, name: 'North rim' });
    const late = await client.put(path, { ...rim, revision: 1, name: 'South rim' });
    expect(late.status).toBe(409);
    expect(late.body).toMatchObject({ current: { name: 'North rim' } });
    expect((await client.put(path, moved)).status).toBe(200);
    expect((await client.delete(path)).status).toBe(204);
    expect((await client.get(path)).status).toBe(404);
    expect((await client.post(`${path}/restore`, {})).status).toBe(204);
    const all = (await client.get('/api/places')).body as PlaceView[];
    expect(all.map((p) => p.name)).toEqual(['North rim']);
    expect(all[0]?.marks.map(({ heightM }) => heightM)).toEqual([2, undefined]);
  });

  it.each([
    [{ ...rim, marks: [mark('Beside', 100, 75)] }, '/marks/0/bearingDeg'],
    [{ ...rim, marks: [mark('Here', 0.4, 0)] }, '/marks/0/distanceM'],
    [{ ...rim, marks: [mark('Twice', 100, 0), mark('Twice', 120, 3)] }, '/marks/1/name'],
    [{ ...rim, kind: 'moon' }, '/kind'],
    [{ ...rim, marks: [{ ...mark('Flat', 100, 0), heightM: 0 }] }, '/marks/0/heightM'],
  ])('that cannot be is refused with a path: %#', async (place, path) => {
    const answer = await client.put(`/api/places/${randomUUID()}`, place);
    expect(answer.status).toBe(422);
    expect(answer.body).toMatchObject({ errors: [{ path }] });
  });

  it('is where a lesson is held, with its wind', async () => {
    const placeId = randomUUID();
    await client.put(`/api/places/${placeId}`, rim);
    const { lessonId, studentId } = await saveWorkedCheck(client);
    const lesson = { revision: 1, studentId, heldOn: '2026-04-17', notes: '', placeId, windy: true };
    expect((await client.put(`/api/lessons/${lessonId}`, lesson)).status).toBe(200);
    expect((await client.get(`/api/lessons/${lessonId}`)).body as LessonView).toMatchObject({
      placeId,
      windy: true,
    });
    const nowhere = { ...lesson, revision: 2, placeId: randomUUID() };
    expect((await client.put(`/api/lessons/${lessonId}`, nowhere)).status).toBe(404);
  });
});

describe('settings', () => {
  it('are the defaults until they are kept, and an instructor’s own', async () => {
    expect((await client.get('/api/settings')).body).toEqual(DEFAULT_SETTINGS);
    const mine: InstructorSettings = {
      ...DEFAULT_SETTINGS,
      lengthUnit: 'in',
      dominantEye: 'left',
      targetLineAt: { [randomUUID()]: { ...DEFAULT_SETTINGS.targetLine, made: 'rod', separationM: 1.22 } },
    };
    expect((await client.put('/api/settings', mine)).body).toEqual({ ...mine, revision: 1 });
    expect((await client.put('/api/settings', mine)).status).toBe(200);
    expect((await client.put('/api/settings', { ...mine, lengthUnit: 'cm' })).status).toBe(409);
    const colleague = (await app.signedIn(await app.academy('Elsewhere'), 'head')).client;
    expect((await colleague.get('/api/settings')).body).toEqual(DEFAULT_SETTINGS);
  });

  it('are refused where they cannot be', async () => {
    const answer = await client.put('/api/settings', { ...DEFAULT_SETTINGS, lengthUnit: 'ell' });
    expect(answer.status).toBe(422);
    expect(answer.body).toMatchObject({ errors: [{ path: '/lengthUnit' }] });
  });
});

describe('a dominant eye', () => {
  it('is kept with the student', async () => {
    const path = `/api/students/${randomUUID()}`;
    const student = {
      revision: 0,
      name: 'Runa',
      handedness: 'right',
      minor: false,
      notes: '',
      dominantEye: 'left',
    };
    expect((await client.put(path, student)).body).toMatchObject({ dominantEye: 'left' });
    const { dominantEye: _e, ...unknown } = student;
    expect((await client.put(path, { ...unknown, revision: 1 })).body).toMatchObject({ dominantEye: null });
  });
});

describe('a re-base', () => {
  it('corrects every line once, keeps the verdicts of before, and goes back', async () => {
    const { checkId, lessonId } = await saveWorkedCheck(client);
    const path = `/api/checks/${checkId}`;
    const check = { lessonId, document: workedCheck() };
    const before = ((await client.get(path)).body as CheckView).result;
    const rebase = { turnedDeg: -2.5, uncertaintyDeg: 0.2 };
    await client.put(path, { ...check, revision: 1, rebase });
    const rebased = (await client.get(path)).body as CheckView;
    expect(rebased.rebase).toEqual(rebase);
    expect(rebased.result).toEqual(JSON.parse(JSON.stringify(solveDocument(workedCheck(), { rebase }))));
    for (const line of ['toes', 'face'] as const) {
      const shift = (rebased.result.lines[line]?.azimuthDeg ?? 0) - (before.lines[line]?.azimuthDeg ?? 0);
      expect(shift).toBeCloseTo(-2.5, 9);
    }
    await client.put(path, { ...check, revision: 2 });
    const back = (await client.get(path)).body as CheckView;
    expect(back.rebase).toBeNull();
    expect(back.result).toEqual(before);
    const { versions } = (await client.get(`${path}/versions`)).body as CheckVersionsView;
    expect(versions.map((v) => v.rebase?.turnedDeg ?? null)).toEqual([null, -2.5, null]);
  });
});
