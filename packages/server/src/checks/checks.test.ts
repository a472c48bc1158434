import { randomUUID } from 'node:crypto';
import { solveDocument } from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckVersionsView,
  type CheckView,
  type SavedCheckView,
  type StudentHistoryView,
  type TodayView,
} from '@lotrecht/records';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { examine } from '../doctor/examine.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { MIGRATIONS, startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let client: TestClient;
let ids: { studentId: string; lessonId: string; checkId: string };

beforeAll(async () => {
  app = await startTestApp();
});

beforeEach(async () => {
  client = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
  ids = await saveWorkedCheck(client);
});

afterAll(() => app.stop());

const path = (): string => `/api/checks/${ids.checkId}`;
const correction = (trailGapMm: number, revision = 1) => ({
  revision,
  lessonId: ids.lessonId,
  document: workedCheck('right', trailGapMm),
});

describe('a stored check', () => {
  it('reads 3.9° closed to the right, trail toe 31 mm toward the line, face 2.3° open', async () => {
    const { result } = (await client.get(path())).body as CheckView;
    expect(result.lines.toes).toMatchObject({ word: 'closed', side: 'right', move: { end: 'trail' } });
    expect(result.lines.toes?.handedAzimuthDeg).toBeCloseTo(3.9408, 4);
    expect(result.lines.toes?.move?.mm).toBeCloseTo(-31, 9);
    expect(result.lines.face).toMatchObject({ word: 'open', side: 'right' });
    expect(result.lines.face?.handedAzimuthDeg).toBeCloseTo(2.2906, 4);
    expect(result.fixFirst).toBe('toes');
  });

  it('says what core says, to the last digit, whatever the browser showed', async () => {
    const shownResult = solveDocument(workedCheck('right', 610));
    const answer = await client.put(path(), { ...correction(602.5), shownResult });
    const saved = answer.body as SavedCheckView;
    expect(saved.result).toEqual(solveDocument(workedCheck('right', 602.5)));
    expect(saved.differences).toContain('/lines/toes/handedAzimuthDeg');
  });

  it('finds no difference where the browser computed the same', async () => {
    const shownResult = solveDocument(workedCheck('right', 610));
    const saved = (await client.put(path(), { ...correction(610), shownResult })).body as SavedCheckView;
    expect(saved.differences).toEqual([]);
  });
});

describe('a correction', () => {
  it('keeps the earlier version', async () => {
    expect((await client.put(path(), correction(590))).status).toBe(200);
    const { versions } = (await client.get(`${path()}/versions`)).body as CheckVersionsView;
    expect(versions.map((v) => [v.revision, v.reason])).toEqual([
      [2, 'corrected'],
      [1, 'entered'],
    ]);
    expect(versions[1]?.result.lines.toes?.handedAzimuthDeg).toBeCloseTo(3.9408, 4);
  });

  it('from an old revision is refused and shows what is stored', async () => {
    await client.put(path(), correction(590));
    const answer = await client.put(path(), correction(580));
    expect(answer.status).toBe(409);
    expect(answer.body).toMatchObject({ code: 'conflict', current: { revision: 2 } });
  });

  it('sent again with its key is stored once', async () => {
    const headers = { 'Idempotency-Key': randomUUID() };
    const answers = await Promise.all([1, 2, 3, 4].map(() => client.put(path(), correction(590), headers)));
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200]);
    expect(((await client.get(`${path()}/versions`)).body as CheckVersionsView).versions).toHaveLength(2);
  });

  it('of several at once lets exactly one through', async () => {
    const answers = await Promise.all([581, 582, 583, 584].map((mm) => client.put(path(), correction(mm))));
    expect(answers.map((a) => a.status).toSorted()).toEqual([200, 409, 409, 409]);
  });
});

describe('a new check sent twice', () => {
  it('is stored once', async () => {
    const id = randomUUID();
    const headers = { 'Idempotency-Key': randomUUID() };
    const check = { revision: 0, lessonId: ids.lessonId, document: workedCheck() };
    const answers = await Promise.all([1, 2, 3].map(() => client.put(`/api/checks/${id}`, check, headers)));
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200]);
    expect(
      ((await client.get(`/api/checks/${id}/versions`)).body as CheckVersionsView).versions,
    ).toHaveLength(1);
  });
});

describe('what belongs to a set-up beside its readings', () => {
  const record = {
    revealed: true,
    feltDeg: -2,
    guess: { line: 'toes', readingDeg: 1 },
    priority: 'toes',
    items: { 'grip-pressure': 'watch', flare: 'fits' },
    ball: { behindLeadHeelMm: 160, stanceMm: 400 },
  } as const;

  it('is kept with its version and given back', async () => {
    await client.put(path(), { ...correction(602), record });
    expect((await client.get(path())).body).toMatchObject({ revision: 2, record });
    const { versions } = (await client.get(`${path()}/versions`)).body as CheckVersionsView;
    expect(versions.map((v) => v.record)).toEqual([record, null]);
  });

  it('is watched for next time: the instructor’s choice before what came first', async () => {
    const circumstances = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' };
    const watched = async (): Promise<unknown> => {
      const { earlier } = (await client.get('/api/today/2026-04-18')).body as TodayView;
      return earlier[0]?.lastCold?.watch?.line;
    };
    await client.put(path(), { ...correction(602), circumstances });
    expect(await watched()).toBe('face');
    await client.put(path(), { ...correction(602, 2), circumstances, record });
    expect(await watched()).toBe('toes');
  });

  it('is refused where it cannot be: an unknown item, a look by another hand, a look that is no measurement', async () => {
    const afterLook = workedCheck();
    const refused = async (bad: object): Promise<unknown> =>
      (await client.put(path(), { ...correction(602), record: bad })).body;
    expect(await refused({ items: { swing: 'fix' } })).toMatchObject({
      errors: [{ code: 'unknown-field', path: '/record/items/swing' }],
    });
    expect(await refused({ afterLook: { ...afterLook, handedness: 'left' } })).toMatchObject({
      errors: [{ path: '/record/afterLook/handedness' }],
    });
    expect(await refused({ afterLook: workedCheck('right', 1200) })).toMatchObject({
      errors: [{ code: 'angle-beyond-45', path: '/record/afterLook/observations/0/trailGapMm' }],
    });
  });

  it('turns with the hand', async () => {
    await client.put(path(), { ...correction(602), record: { afterLook: workedCheck() } });
    const student = { revision: 1, name: 'Runa Feldt', handedness: 'left', minor: false, notes: '' };
    await client.put(`/api/students/${ids.studentId}`, student);
    expect((await client.get(path())).body).toMatchObject({
      record: { afterLook: { handedness: 'left' } },
    });
  });
});

describe('a hand recorded wrong', () => {
  it('is corrected in every check, and the earlier results stay', async () => {
    const student = { revision: 1, name: 'Runa Feldt', handedness: 'left', minor: false, notes: '' };
    expect((await client.put(`/api/students/${ids.studentId}`, student)).status).toBe(200);
    const check = (await client.get(path())).body as CheckView;
    expect(check).toMatchObject({ revision: 2, reason: 'hand-corrected', document: { handedness: 'left' } });
    expect(check.result.lines.toes).toMatchObject({ word: 'closed', side: 'left' });
    const { versions } = (await client.get(`${path()}/versions`)).body as CheckVersionsView;
    expect(versions[1]?.result.lines.toes).toMatchObject({ word: 'closed', side: 'right' });
  });

  it.each(['checks', 'lessons'])('is corrected in %s that come back later, too', async (what) => {
    const id = what === 'checks' ? ids.checkId : ids.lessonId;
    expect((await client.delete(`/api/${what}/${id}`)).status).toBe(204);
    const student = { revision: 1, name: 'Runa Feldt', handedness: 'left', minor: false, notes: '' };
    await client.put(`/api/students/${ids.studentId}`, student);
    expect((await client.post(`/api/${what}/${id}/restore`, {})).status).toBe(204);
    const check = (await client.get(path())).body as CheckView;
    expect(check).toMatchObject({ revision: 2, reason: 'hand-corrected', document: { handedness: 'left' } });
    expect(check.result.lines.toes).toMatchObject({ word: 'closed', side: 'left' });
  });

  it('refuses a check still typed for the other hand', async () => {
    const check = { revision: 0, lessonId: ids.lessonId, document: workedCheck('left') };
    const answer = await client.put(`/api/checks/${randomUUID()}`, check);
    expect(answer.status).toBe(409);
    expect(answer.body).toMatchObject({ code: 'hand-changed' });
  });
});

describe('a hand that is corrected while a check is being saved', () => {
  it('leaves checks of one hand alone, whichever was first', async () => {
    for (let round = 0; round < 20; round++) {
      const own = await saveWorkedCheck(client);
      const student = { revision: 1, name: 'Runa Feldt', handedness: 'left', minor: false, notes: '' };
      const check = { revision: 0, lessonId: own.lessonId, document: workedCheck() };
      const saved = client.put(`/api/checks/${randomUUID()}`, check);
      const changed = client.put(`/api/students/${own.studentId}`, student);
      expect([200, 409]).toContain((await saved).status);
      expect((await changed).status).toBe(200);
      const { lessons } = (await client.get(`/api/students/${own.studentId}/history`))
        .body as StudentHistoryView;
      expect(new Set(lessons[0]?.checks.map((c) => c.document.handedness))).toEqual(new Set(['left']));
    }
    const { findings } = await examine(app.db, { migrationsDir: MIGRATIONS, dataDir: undefined });
    expect(findings.find((f) => f.what.includes('other hand'))).toMatchObject({ well: true });
  });

  it('would be found by the doctor', async () => {
    const own = await saveWorkedCheck(client);
    await app.db.exec(sql`UPDATE student SET handedness = 'left' WHERE id = ${own.studentId}`);
    const { findings } = await examine(app.db, { migrationsDir: MIGRATIONS, dataDir: undefined });
    expect(findings.find((f) => f.what.includes('other hand'))).toMatchObject({ well: false, said: '1' });
    await app.db.exec(sql`UPDATE student SET handedness = 'right' WHERE id = ${own.studentId}`);
  });
});

describe('a check', () => {
  it('holds so much, and is corrected so often; its versions come a page at a time', async () => {
    const { lessonId, checkId } = await saveWorkedCheck(client);
    const save = (revision: number, mm: number) =>
      client.put(`/api/checks/${checkId}`, { revision, lessonId, document: workedCheck('right', mm) });
    for (let revision = 1; revision <= 30; revision++)
      expect((await save(revision, 560 + revision)).status).toBe(200);
    const first = (await client.get(`/api/checks/${checkId}/versions`)).body as CheckVersionsView;
    expect(first.versions.map((v) => v.revision)).toEqual(Array.from({ length: 20 }, (_, i) => 31 - i));
    const rest = (await client.get(`/api/checks/${checkId}/versions?before=${first.before ?? ''}`)).body;
    expect(rest).toMatchObject({
      before: null,
      versions: Array.from({ length: 11 }, (_, i) => ({ revision: 11 - i })),
    });
    await app.db.exec(sql`UPDATE setup_check SET revision = 200 WHERE id = ${checkId}`);
    await app.db.exec(
      sql`UPDATE check_version SET revision = 200 WHERE check_id = ${checkId} AND revision = 31`,
    );
    expect((await save(200, 599)).body).toMatchObject({ status: 409, code: 'too-many-versions' });
    const worked = workedCheck();
    const [toes] = worked.observations;
    const document = {
      ...worked,
      observations: Array.from({ length: 500 }, (_, n) => ({ ...toes, leadGapMm: 550 + n / 10 })),
    };
    const answer = await client.put(`/api/checks/${randomUUID()}`, {
      revision: 0,
      lessonId,
      document,
      record: { afterLook: document },
    });
    expect(answer.body).toMatchObject({ status: 413, code: 'too-large' });
  });
});

describe('deleting', () => {
  it.each([
    ['checks', () => ids.checkId],
    ['lessons', () => ids.lessonId],
    ['students', () => ids.studentId],
  ])('%s can be undone', async (kind, id) => {
    const address = `/api/${kind}/${id()}`;
    expect((await client.delete(address)).status).toBe(204);
    expect((await client.get(address)).status).toBe(404);
    expect((await client.delete(address)).status).toBe(404);
    expect((await client.post(`${address}/restore`, {})).status).toBe(204);
    expect((await client.get(address)).status).toBe(200);
  });

  it('takes a deleted student’s lessons off the sheet', async () => {
    await client.delete(`/api/students/${ids.studentId}`);
    expect((await client.get('/api/today/2026-04-17')).body).toMatchObject({ lessons: [] });
    expect((await client.get(`/api/lessons/${ids.lessonId}`)).status).toBe(404);
  });
});

describe('readings that cannot have been measured', () => {
  const inInches = {
    ...workedCheck(),
    observations: workedCheck().observations.map((o) => (o.by === 'square' ? { ...o, baseMm: 750 } : o)),
  } as CheckDocument;

  it('are refused by their field, whatever they are part of', async () => {
    const message =
      'Read 750 mm. Look for a digit too many or too few, or a unit that slipped. Type a value from 35 mm to 140 mm.';
    const answer = await client.put(path(), { ...correction(602), document: inInches });
    expect(answer.status).toBe(422);
    expect(answer.body).toMatchObject({
      errors: [{ code: 'out-of-range', path: '/document/observations/1/baseMm', message }],
    });
    const afterLook = await client.put(path(), { ...correction(602), record: { afterLook: inInches } });
    expect(afterLook.body).toMatchObject({ errors: [{ path: '/record/afterLook/observations/1/baseMm' }] });
    const copied = {
      ...workedCheck(),
      observations: Array.from({ length: 4 }, () => inInches.observations[0]),
    };
    expect((await client.put(path(), { ...correction(602), document: copied })).body).toMatchObject({
      errors: [{ code: 'duplicate', path: '/document/observations/3' }],
    });
    expect(((await client.get(path())).body as CheckView).revision).toBe(1);
  });

  it('and were kept before it was asked stay readable, turn with the hand, and are named by the doctor', async () => {
    const result = solveDocument(inInches, { stored: true });
    await app.db.exec(
      sql`UPDATE check_version SET document = ${JSON.stringify(inInches)}, result = ${JSON.stringify(result)}
          WHERE check_id = ${ids.checkId}`,
    );
    const named = async (): Promise<string> => {
      const { findings } = await examine(app.db, { migrationsDir: MIGRATIONS, dataDir: undefined });
      return findings.find(({ what }) => what.startsWith('checks with readings'))?.said ?? '';
    };
    expect(await named()).toContain(ids.checkId);
    const student = { name: 'Runa Feldt', handedness: 'left', minor: false, notes: '' };
    expect((await client.put(`/api/students/${ids.studentId}`, { revision: 1, ...student })).status).toBe(
      200,
    );
    const turned = (await client.get(path())).body as CheckView;
    expect([turned.revision, turned.result.lines.face?.word]).toEqual([2, 'open']);
    // It counts for nothing that is told of the next check.
    const { body } = await client.get(`/api/students/${ids.studentId}/known?on=2026-05-01`);
    expect(JSON.stringify(body)).not.toContain('750');
    const corrected = { ...correction(602, 2), document: workedCheck('left') };
    expect((await client.put(path(), corrected)).status).toBe(200);
    expect(await named()).not.toContain(ids.checkId);
  });

  it('and days nobody had a lesson on are refused by what a day is', async () => {
    for (const heldOn of ['0001-01-01', '1899-12-31', '2201-01-01', '9999-12-31']) {
      const lesson = { revision: 0, studentId: ids.studentId, heldOn, notes: '' };
      const answer = await client.put(`/api/lessons/${randomUUID()}`, lesson);
      expect([answer.status, (answer.body as { errors: readonly object[] }).errors[0]]).toMatchObject([
        422,
        { path: '/heldOn', message: expect.stringContaining('of the years 1900 to 2200') },
      ]);
    }
    const lesson = { revision: 0, studentId: ids.studentId, heldOn: '1900-01-01', notes: '' };
    expect((await client.put(`/api/lessons/${randomUUID()}`, lesson)).status).toBe(200);
  });
});
