import { randomUUID } from 'node:crypto';
import { composeCheck, solveDocument } from '@lotrecht/judging';
import { type CheckRecord, type CheckView, type StudentKnownView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { refreshPriors } from '../roster/academy-prior.ts';
import { refreshStandings } from '../roster/refresh-standings.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

const COLD = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;
const DRIVER = composeCheck({
  handedness: 'right',
  club: { group: 'driver' },
  target: {},
  readings: [{ line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm: 580, baseMm: 450 } }],
});

let app: TestApp;
let client: TestClient;
let studentId: string;

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
  ({ studentId } = await saveWorkedCheck(client));
});
afterAll(() => app.stop());

/** A lesson on a day with one check. @returns the check's id */
async function checkOn(heldOn: string, more: object): Promise<string> {
  const [lessonId, id] = [randomUUID(), randomUUID()];
  expect(
    (await client.put(`/api/lessons/${lessonId}`, { revision: 0, studentId, heldOn, notes: '' })).status,
  ).toBe(200);
  const body = { revision: 0, lessonId, document: workedCheck(), circumstances: COLD, ...more };
  expect((await client.put(`/api/checks/${id}`, body)).status).toBe(200);
  return id;
}

async function known(on: string): Promise<StudentKnownView> {
  const answer = await client.get(`/api/students/${studentId}/known?on=${on}`);
  expect(answer.status).toBe(200);
  return answer.body as StudentKnownView;
}

describe('what is known of a student when a check begins', () => {
  it('is their cold checks of earlier days, oldest first, with how long ago', async () => {
    await checkOn('2026-05-01', {});
    await checkOn('2026-05-15', { document: DRIVER });
    await checkOn('2026-05-15', { circumstances: { ...COLD, help: 'rods' } });
    await checkOn('2026-05-15', { circumstances: { ...COLD, phase: 'coached' } });
    await checkOn('2026-05-29', {});
    const { earlier, readdress } = await known('2026-05-29');
    expect(earlier.map((e) => [e.clubGroup, e.check.daysBefore])).toEqual([
      ['mid-iron', 28],
      ['driver', 14],
    ]);
    expect(earlier[0]?.check.observations).toEqual(workedCheck().observations);
    expect(readdress).toEqual({ sdDeg: 2, learned: false });
    expect((await known('2026-05-30')).earlier).toHaveLength(3);
  });

  it('says what was set up for each group of clubs the last time', async () => {
    const { lastTimes } = await known('2026-05-29');
    expect(lastTimes.map(({ heldOn, club }) => [heldOn, club.group])).toEqual([
      ['2026-05-15', 'driver'],
      ['2026-05-01', 'mid-iron'],
    ]);
    const { target, method } = workedCheck();
    expect(lastTimes[1]).toMatchObject({ target, judgement: { method } });
    expect((await known('2026-04-01')).lastTimes).toEqual([]);
  });

  it('says where ball and feet were in the cold ones that had them read, newest first', async () => {
    const ball = { behindLeadHeelMm: 180, stanceMm: 410, goal: { sharePercent: 40 } };
    await checkOn('2026-03-20', { record: { revealed: true, ball } });
    await checkOn('2026-03-20', {
      record: { ball: { stanceMm: 500 } },
      circumstances: { ...COLD, phase: 'coached' },
    });
    expect((await known('2026-03-25')).balls).toEqual([
      { heldOn: '2026-03-20', clubGroup: 'mid-iron', ball },
    ]);
    expect((await known('2026-03-20')).balls).toEqual([]);
  });

  it('leaves out what was asked about, deleted, or read from a line that was found wrong', async () => {
    const record: CheckRecord = { revealed: true, keptDoubtful: ['toes'] };
    await checkOn('2026-06-01', { record });
    await checkOn('2026-06-02', { rebase: { turnedDeg: 1, uncertaintyDeg: 0.2 } });
    const gone = await checkOn('2026-06-03', {});
    await client.delete(`/api/checks/${gone}`);
    const { earlier } = await known('2026-06-10');
    const newest = earlier.filter((e) => e.check.daysBefore < 10);
    expect(newest.map((e) => [e.check.daysBefore, e.check.observations.map((o) => o.line)])).toEqual([
      [9, ['face']],
    ]);
  });

  it('goes into a check, whose answer is kept with it and can be made again', async () => {
    const { earlier } = await known('2026-06-20');
    // Nobody stands the same to the millimetre in all of a check.
    const [toes, ...others] = workedCheck().observations;
    const observations = [{ ...toes, trailGapMm: 603 }, ...others];
    const document = { ...workedCheck(), observations, earlier: earlier.map((e) => e.check) };
    const id = await checkOn('2026-06-20', { document });
    const stored = (await client.get(`/api/checks/${id}`)).body as CheckView;
    expect(stored.document.earlier).toHaveLength(earlier.length);
    const { posterior } = stored.result;
    expect(posterior?.lines.toes.standardDeviationDeg).toBeLessThan(2);
    expect(posterior?.asItStood).not.toBeNull();
  });

  it('tells who comes to this academy once there are twenty students, and a check is answered from it', async () => {
    expect((await known('2026-06-20')).prior).toBeNull();
    for (let n = 0; n < 20; n++) await saveWorkedCheck(client, 'right', { circumstances: COLD });
    await refreshStandings(app.db, { limit: 100 });
    expect(await refreshPriors(app.db)).toBe(1);
    const { prior } = await known('2026-06-20');
    const weights = prior?.components.map((c) => c.weight) ?? [];
    expect(weights.reduce((sum, w) => sum + w, 0)).toBeCloseTo(1, 3);
    expect(prior?.components).toHaveLength(75);
    // All of them were read alike, so few kinds of students fit: none weighs as it was shipped.
    expect(Math.max(...weights)).toBeGreaterThan(0.1);
    const document = { ...workedCheck(), ...(prior && { prior }) };
    const id = await checkOn('2026-06-20', { document });
    const stored = (await client.get(`/api/checks/${id}`)).body as CheckView;
    expect(stored.document.prior).toEqual(prior);
    expect(stored.result).toEqual(JSON.parse(JSON.stringify(solveDocument(document))));
    // Nothing has changed that a first check says.
    await refreshStandings(app.db, { limit: 100 });
    expect(await refreshPriors(app.db)).toBe(0);
  });

  it('is refused for a day that is none, and shown to nobody else', async () => {
    expect((await client.get(`/api/students/${studentId}/known?on=yesterday`)).status).toBe(422);
    const stranger = (await app.signedIn(await app.academy('Elsewhere'), 'head')).client;
    expect((await stranger.get(`/api/students/${studentId}/known?on=2026-06-20`)).status).toBe(404);
  });
});
