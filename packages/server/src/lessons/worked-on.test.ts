import { randomUUID } from 'node:crypto';
import { radiansFromDegrees } from '@lotrecht/core';
import { composeCheck, solveDocument } from '@lotrecht/judging';
import { type StudentKnownView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { markMeasuredBefore } from '../checks/measure-anew.ts';
import { sql } from '../database/sql.ts';
import { refreshStandings } from '../roster/refresh-standings.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { sampleOf } from '../test/samples.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

const COLD = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;

let app: TestApp;
let client: TestClient;
beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
});
afterAll(() => app.stop());

interface Lesson {
  readonly studentId: string;
  readonly lessonId: string;
  readonly checkId: string;
}

/** What is known of the student on a later day says whether that lesson worked on the set-up. */
async function isWorkedOn({ studentId }: Lesson): Promise<boolean> {
  const { body } = await client.get(`/api/students/${studentId}/known?on=2026-06-01`);
  const { earlier } = body as StudentKnownView;
  expect(earlier).toHaveLength(1);
  return earlier[0]?.check.workedOn === true;
}

const put = async (path: string, body: object): Promise<void> => {
  const answer = await client.put(path, { revision: 0, ...body });
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
};
const another =
  (circumstances: object) =>
  ({ lessonId }: Lesson): Promise<void> =>
    put(`/api/checks/${randomUUID()}`, { lessonId, document: workedCheck(), circumstances });

/** Every way in which a set-up is worked on; nobody is asked whether it was. */
const WAYS: Readonly<Record<string, (lesson: Lesson) => Promise<void>>> = {
  'a coached set-up': another({ ...COLD, phase: 'coached' }),
  'a cue': another({ ...COLD, help: 'cued' }),
  'rods in sight': another({ ...COLD, help: 'rods' }),
  'a cue after balls': another({ ...COLD, phase: 'after-balls', help: 'cued' }),
  'a drill that goes home': ({ checkId }) =>
    put(`/api/hand-outs/${randomUUID()}`, {
      checkId,
      drillId: 'toe-rod',
      dose: '',
      own: '',
      junior: false,
    }),
  'a plan to practise': ({ studentId, lessonId }) =>
    put(`/api/practice-plans/${randomUUID()}`, {
      ...sampleOf('practice-plan', { studentId } as never),
      lessonId,
    }),
};

describe('a lesson in which the set-up was worked on', () => {
  it.each(Object.keys(WAYS))('says so by itself: %s', async (way) => {
    const lesson = await saveWorkedCheck(client, 'right', { circumstances: COLD });
    expect(await isWorkedOn(lesson)).toBe(false);
    await WAYS[way]?.(lesson);
    expect(await isWorkedOn(lesson)).toBe(true);
  });

  it('is none where the student was only looked at, also after balls', async () => {
    const lesson = await saveWorkedCheck(client, 'right', { circumstances: COLD });
    await another({ ...COLD, phase: 'after-balls' })(lesson);
    await another(COLD)(lesson);
    const { body } = await client.get(`/api/students/${lesson.studentId}/known?on=2026-06-01`);
    expect((body as StudentKnownView).earlier.map(({ check }) => check.workedOn)).toEqual([
      undefined,
      undefined,
    ]);
  });

  it('is none any more when what was worked with is taken away', async () => {
    const lesson = await saveWorkedCheck(client, 'right', { circumstances: COLD });
    const id = randomUUID();
    await put(`/api/checks/${id}`, {
      lessonId: lesson.lessonId,
      document: workedCheck(),
      circumstances: { ...COLD, phase: 'coached' },
    });
    expect(await isWorkedOn(lesson)).toBe(true);
    expect((await client.delete(`/api/checks/${id}`)).status).toBe(204);
    expect(await isWorkedOn(lesson)).toBe(false);
  });
});

describe('lines that another version of core measured', () => {
  it('are measured anew from their readings, for the body that was read; what was told stays', async () => {
    const document = composeCheck({
      handedness: 'right',
      club: { group: 'mid-iron' },
      target: {},
      readings: [
        {
          line: 'shoulders',
          by: 'gaps',
          rod: true,
          values: { leadGapMm: 430, trailGapMm: 470, baseMm: 1000 },
        },
      ],
    });
    if (document === undefined) throw new Error('the check is complete');
    const { studentId, checkId } = await saveWorkedCheck(client, 'right', { circumstances: COLD, document });
    await refreshStandings(app.db, { limit: 100 });
    const told = (await client.get(`/api/checks/${checkId}`)).body as { result: object };
    const line = async (): Promise<number> =>
      (
        await app.db.one<{ u: number }>(sql`
          SELECT measurement_uncertainty_deg AS u FROM measured_line WHERE check_id = ${checkId}`)
      ).u;
    const before = await line();
    // A child, as is said afterwards; and a server that measures by another core than the one before it.
    await app.db.exec(sql`UPDATE student SET stature_mm = 1140 WHERE id = ${studentId}`);
    await app.db.exec(
      sql`UPDATE student_standing SET measured_with = '0.1.0' WHERE student_id = ${studentId}`,
    );
    expect(await markMeasuredBefore(app.db)).toBe(1);
    await refreshStandings(app.db, { limit: 100 });
    const small = solveDocument({ statureMm: 1140, ...document }, { answer: 'tape' }).lines.shoulders;
    expect(await line()).toBeCloseTo(small?.measurementUncertaintyDeg ?? Number.NaN, 9);
    expect(await line()).toBeGreaterThan(before + 0.1 * radiansFromDegrees(1));
    expect(await markMeasuredBefore(app.db)).toBe(0);
    expect((await client.get(`/api/checks/${checkId}`)).body).toMatchObject({ result: told.result });
  });
});
