import { randomUUID } from 'node:crypto';
import { linesOfChecks } from '@lotrecht/judging';
import {
  type AcademyEventView,
  type CheckVersionsView,
  type CheckView,
  type InstructorView,
  type LessonView,
  type MeasuredCheckView,
  type MeasuredLineView,
  type ProposedConsentView,
  type StudentHistoryView,
  type StudentListView,
} from '@lotrecht/records';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { sql } from '../../database/sql.ts';
import { saveWorkedCheck, workedCheck } from '../../test/documents.ts';
import { startTestApp, type TestApp } from '../../test/test-app.ts';
import { importAcademy } from '../import-academy.ts';
import {
  answered,
  broughtIn,
  countsOf,
  fileOf,
  type House,
  houseOf,
  looked,
  post,
} from '../../test/houses.ts';

let app: TestApp;
let here: House;
let ids: { studentId: string; lessonId: string; checkId: string };
const running: TestApp[] = [];

beforeAll(async () => {
  app = await startTestApp();
  running.push(app);
});
afterAll(() => Promise.all(running.map((app) => app.stop())));

beforeEach(async () => {
  here = await houseOf(app, 'Tarnside');
  ids = await saveWorkedCheck(here.head);
});

/** The same academy in another database, as it stands now. */
async function twin(): Promise<House> {
  const file = await fileOf(here.head);
  const other = await startTestApp();
  running.push(other);
  async function* lines(): AsyncGenerator<string> {
    yield* file.split('\n');
  }
  const { academyId } = await importAcademy(other.db, lines);
  const { client, actor } = await other.signedIn(academyId, 'head');
  return { app: other, head: client, actor };
}

const trail = (mm: number) => ({ lessonId: ids.lessonId, document: workedCheck('right', mm) });

async function correct(house: House, revision: number, mm: number): Promise<void> {
  const answer = await house.head.put(`/api/checks/${ids.checkId}`, { revision, ...trail(mm) });
  expect(answer.status).toBe(200);
}

async function checkIn(house: House): Promise<CheckView> {
  return (await house.head.get(`/api/checks/${ids.checkId}`)).body as CheckView;
}

describe('an academy’s own file', () => {
  it('brings nothing where everything is here, and changes nothing', async () => {
    const file = await fileOf(here.head);
    const report = await broughtIn(here, file);
    expect(report).toMatchObject({
      ofThisAcademy: true,
      broughtIn: true,
      conflictCount: 0,
      problemCount: 0,
      underYou: false,
    });
    expect(countsOf(report, 'fresh')).toEqual({});
    expect(countsOf(report, 'same')).toMatchObject({
      student: 1,
      lesson: 1,
      setup_check: 1,
      check_version: 1,
    });
    expect(await fileOf(here.head)).toBe(file);
    const [event] = (await here.head.get('/api/academy/events')).body as AcademyEventView[];
    const imported = ((await here.head.get('/api/academy/events')).body as AcademyEventView[]).find(
      (e) => e.action === 'imported',
    );
    expect(event).toBeDefined();
    expect(imported?.detail).toBe(`Tarnside, ${report.rows} rows`);
  });

  it('is only looked at until it is to come in', async () => {
    const there = await twin();
    const { studentId } = await saveWorkedCheck(there.head, 'left');
    const file = await fileOf(there.head);
    const before = await fileOf(here.head);
    const report = await looked(here, file);
    expect(report.broughtIn).toBe(false);
    expect(countsOf(report, 'fresh')).toMatchObject({
      student: 1,
      lesson: 1,
      setup_check: 1,
      check_version: 1,
    });
    // The head who was added there has no account here yet.
    expect(report.instructors).toEqual(['An head']);
    expect(report.namesakes).toEqual(['Runa Feldt']);
    expect(await fileOf(here.head)).toBe(before);

    expect((await broughtIn(here, file)).broughtIn).toBe(true);
    const { student, lessons } = (await here.head.get(`/api/students/${studentId}/history`))
      .body as StudentHistoryView;
    expect([student.handedness, lessons[0]?.checks.length]).toEqual(['left', 1]);
    const lines = async (house: House): Promise<readonly MeasuredLineView[]> =>
      linesOfChecks(
        (await house.head.get(`/api/students/${studentId}/lines`)).body as MeasuredCheckView[],
      ).toSorted((a, b) => a.line.localeCompare(b.line));
    expect(await lines(here)).toEqual(await lines(there));
    const instructors = (await here.head.get('/api/instructors')).body as InstructorView[];
    expect(instructors.find((i) => i.id === there.actor.instructorId)).toMatchObject({ suspended: true });
  });

  it('adds the versions that a check has got there', async () => {
    const there = await twin();
    await correct(there, 1, 590);
    await correct(there, 2, 580);
    const report = await broughtIn(here, await fileOf(there.head));
    expect(report.conflictCount).toBe(0);
    expect(countsOf(report, 'fresh')).toMatchObject({ check_version: 2 });
    const { differences: _, ...kept } = (await checkIn(here)) as CheckView & { differences?: unknown };
    expect(kept).toMatchObject({ revision: 3, document: workedCheck('right', 580) });
    const { n } = await here.app.db.one<{ n: number }>(sql`
      SELECT COUNT(*) AS n FROM measured_line m
      JOIN check_version v ON v.academy_id = m.academy_id AND v.check_id = m.check_id AND v.revision = 3
      WHERE m.check_id = ${ids.checkId} AND m.academy_id = ${here.actor.academyId}
        AND ABS(m.handed_azimuth_deg - JSON_VALUE(v.result, CONCAT('$.lines.', m.line, '.handedAzimuthDeg'))) < 1e-9`);
    expect(n).toBe(2);
    // An older file than what is here brings nothing and takes nothing back.
    await correct(here, 3, 575);
    const older = await broughtIn(here, await fileOf(there.head), 'take');
    expect(older.conflictCount).toBe(0);
    expect((await checkIn(here)).revision).toBe(4);
  });
});

describe('what differs', () => {
  it('is not what both have corrected alike', async () => {
    const there = await twin();
    await correct(there, 1, 590);
    await correct(there, 2, 580);
    await correct(here, 1, 590);
    const report = await broughtIn(here, await fileOf(there.head));
    expect(report.conflictCount).toBe(0);
    expect(await checkIn(here)).toMatchObject({ revision: 3, document: workedCheck('right', 580) });
  });

  async function differ(): Promise<{ there: House; file: string }> {
    const there = await twin();
    const student = { name: 'Runa Feldt', handedness: 'right', minor: false };
    await there.head.put(`/api/students/${ids.studentId}`, { revision: 1, ...student, notes: 'as there' });
    await here.head.put(`/api/students/${ids.studentId}`, { revision: 1, ...student, notes: 'as here' });
    await correct(there, 1, 590);
    await correct(here, 1, 610);
    return { there, file: await fileOf(there.head) };
  }

  it('is told side by side, with what it is about', async () => {
    const { file } = await differ();
    const report = await looked(here, file);
    expect(report.conflictCount).toBe(2);
    expect(report.conflicts[0]).toEqual({
      table: 'student',
      id: ids.studentId,
      about: 'Runa Feldt',
      differences: [{ field: 'notes', here: 'as here', there: 'as there' }],
      more: 0,
    });
    expect(report.conflicts[1]).toMatchObject({ table: 'check_version', about: 'Runa Feldt, 2026-04-17' });
    expect(report.conflicts[1]?.differences).toContainEqual({
      field: 'document/observations/0/trailGapMm',
      here: '610',
      there: '590',
    });
  });

  it('stays as it is here', async () => {
    const { file } = await differ();
    expect(await broughtIn(here, file, 'keep')).toMatchObject({ broughtIn: true, conflictCount: 2 });
    const { student } = (await here.head.get(`/api/students/${ids.studentId}`)).body as StudentHistoryView;
    expect([student.notes, student.revision]).toEqual(['as here', 2]);
    expect(await checkIn(here)).toMatchObject({ revision: 2, document: workedCheck('right', 610) });
  });

  it('or is taken from the file: what was here stays as a version, and the same file then brings nothing', async () => {
    const { file } = await differ();
    expect((await broughtIn(here, file, 'take')).broughtIn).toBe(true);
    const { student } = (await here.head.get(`/api/students/${ids.studentId}`)).body as StudentHistoryView;
    // Whoever has the page open is told that it moved on.
    expect([student.notes, student.revision]).toEqual(['as there', 3]);
    expect(await checkIn(here)).toMatchObject({ revision: 3, document: workedCheck('right', 590) });
    const { versions } = (await here.head.get(`/api/checks/${ids.checkId}/versions`))
      .body as CheckVersionsView;
    expect(versions.map((v) => v.document.observations[0])).toContainEqual(
      workedCheck('right', 610).observations[0],
    );
    const again = await looked(here, file);
    expect([again.conflictCount, countsOf(again, 'fresh')]).toEqual([0, {}]);
  });

  it('is not decided unseen: what changed since the look is told again, and nothing comes in', async () => {
    const { file } = await differ();
    const { seen } = await looked(here, file);
    await correct(here, 2, 620);
    const last = (await answered(here, file, `do=bring-in&seen=${seen}&differing=take`)).at(-1);
    expect(last).toMatchObject({ report: { broughtIn: false, conflictCount: 2 } });
    expect((await checkIn(here)).revision).toBe(3);
    expect((await post(here, file, 'do=bring-in&seen=1')).status).toBe(422);
    expect((await post(here, file, 'differing=mix')).status).toBe(422);
  });

  it.each(['keep', 'take'])(
    'in the hand: every check ends with the hand of its student (%s)',
    async (how) => {
      const there = await twin();
      const student = { name: 'Runa Feldt', handedness: 'left', minor: false, notes: '' };
      await there.head.put(`/api/students/${ids.studentId}`, { revision: 1, ...student });
      const lesson = { revision: 0, studentId: ids.studentId, heldOn: '2026-04-24', notes: '' };
      const [lessonId, checkId] = [randomUUID(), randomUUID()];
      await there.head.put(`/api/lessons/${lessonId}`, lesson);
      await there.head.put(`/api/checks/${checkId}`, {
        revision: 0,
        lessonId,
        document: workedCheck('left'),
      });
      expect((await broughtIn(here, await fileOf(there.head), how)).broughtIn).toBe(true);
      const page = (await here.head.get(`/api/students/${ids.studentId}/history`)).body as StudentHistoryView;
      const hand = how === 'take' ? 'left' : 'right';
      expect(page.student.handedness).toBe(hand);
      expect(page.lessons.flatMap((l) => l.checks.map((c) => c.document.handedness))).toEqual([hand, hand]);
    },
  );
});

describe('a student’s file', () => {
  it('comes into another academy under whoever brings it, without what was another’s', async () => {
    const placeId = randomUUID();
    await here.head.put(`/api/places/${placeId}`, { revision: 0, name: 'Rim', kind: 'range', marks: [] });
    const lesson = { revision: 1, studentId: ids.studentId, heldOn: '2026-04-17', notes: 'dry', placeId };
    await here.head.put(`/api/lessons/${ids.lessonId}`, lesson);
    const minor = { name: 'Runa Feldt', handedness: 'right', minor: true, notes: '' };
    await here.head.put(`/api/students/${ids.studentId}`, { revision: 1, ...minor });
    const consent = { scope: 'records', givenBy: 'A guardian', givenOn: '2026-04-17' };
    await here.head.post(`/api/students/${ids.studentId}/consents`, consent);
    const file = await fileOf(here.head, `/api/students/${ids.studentId}/export`);

    const other = await houseOf(app, 'Another');
    const report = await broughtIn(other, file);
    expect(report).toMatchObject({ ofThisAcademy: false, underYou: true, broughtIn: true, problemCount: 0 });
    expect(report.withoutConsent).toEqual(['Runa Feldt']);
    expect(report.leftOut).toEqual(
      expect.arrayContaining([
        { why: 'consent', rows: 1 },
        { why: 'no-account', rows: expect.any(Number) },
      ]),
    );
    const { students } = (await other.head.get('/api/students')).body as StudentListView;
    expect(students).toMatchObject([
      { id: ids.studentId, instructor: { id: other.actor.instructorId }, lessonCount: 1 },
    ]);
    const there = (await other.head.get(`/api/lessons/${ids.lessonId}`)).body as LessonView;
    expect(there).toMatchObject({ notes: 'dry', placeId: null });
    const mine = (await here.head.get(`/api/lessons/${ids.lessonId}`)).body as LessonView;
    expect(there.checks[0]?.result).toEqual(mine.checks[0]?.result);
    const again = await looked(other, file);
    expect([again.conflictCount, countsOf(again, 'fresh')]).toEqual([0, {}]);
  });

  it('with an address of another academy’s says the same as with nobody’s, looked at and brought in', async () => {
    const file = await fileOf(here.head);
    const nobodys = file.replaceAll(/"email":"[^"]+"/g, '"email":"nobody@nowhere.example"');
    const reports = [];
    for (const text of [file, nobodys]) {
      const other = await houseOf(app, 'Another');
      reports.push(await looked(other, text), await broughtIn(other, text));
      const instructors = (await other.head.get('/api/instructors')).body as InstructorView[];
      expect(instructors.map((i) => [i.name, i.email === null, i.suspended])).toContainEqual([
        'An head',
        true,
        true,
      ]);
      expect(JSON.stringify(instructors)).not.toContain(here.actor.instructorId + '.');
    }
    expect(reports.map((r) => [r.instructors, r.underYou, r.tables])).toEqual([
      [['An head'], false, reports[0]?.tables],
      [['An head'], false, reports[0]?.tables],
      [['An head'], false, reports[0]?.tables],
      [['An head'], false, reports[0]?.tables],
    ]);
  });
});

describe('who was erased', () => {
  it('here does not come back by a file, with nothing of theirs', async () => {
    const file = await fileOf(here.head);
    await here.head.post(`/api/students/${ids.studentId}/erase`, { name: 'Runa Feldt' });
    const report = await broughtIn(here, file, 'take');
    expect(report.broughtIn).toBe(true);
    expect(countsOf(report, 'leftOut')).toMatchObject({
      student: 1,
      lesson: 1,
      setup_check: 1,
      check_version: 1,
    });
    for (const table of ['student', 'lesson', 'setup_check', 'check_version']) {
      const { n } = await here.app.db.one<{ n: number }>({
        text: `SELECT COUNT(*) AS n FROM ${table} WHERE academy_id = ?`,
        values: [here.actor.academyId],
      });
      expect([table, n]).toEqual([table, 0]);
    }
  });

  it('there is named, and erased by nobody but the head; who is not here will not come either', async () => {
    const there = await twin();
    await there.head.post(`/api/students/${ids.studentId}/erase`, { name: 'Runa Feldt' });
    const other = await saveWorkedCheck(there.head);
    const between = await fileOf(there.head);
    await there.head.post(`/api/students/${other.studentId}/erase`, { name: 'Runa Feldt' });
    const report = await broughtIn(here, await fileOf(there.head), 'take');
    expect(report.erasedThere).toEqual([{ id: ids.studentId, name: 'Runa Feldt' }]);
    expect((await here.head.get(`/api/students/${ids.studentId}`)).status).toBe(200);
    const later = await broughtIn(here, between, 'take');
    expect(countsOf(later, 'leftOut')).toMatchObject({ student: 1 });
    expect((await here.head.get(`/api/students/${other.studentId}`)).status).toBe(404);
  });

  it('and a guardian who has withdrawn, here or there, has withdrawn', async () => {
    const path = `/api/students/${ids.studentId}/consents`;
    const given = { scope: 'records', givenBy: 'A guardian', givenOn: '2026-04-17' };
    for (const one of [1, 2]) await here.head.post(path, { ...given, givenBy: `Guardian ${one}` });
    const there = await twin();
    const standing = async (house: House): Promise<readonly { id: string; givenBy: string }[]> =>
      ((await house.head.get(`/api/students/${ids.studentId}`)).body as StudentHistoryView).consents
        .filter((c) => c.withdrawnAt === null)
        .toSorted((a, b) => a.givenBy.localeCompare(b.givenBy));
    const [first, second] = await standing(here);
    await here.head.delete(`/api/consents/${first?.id}`);
    await there.head.delete(`/api/consents/${second?.id}`);
    expect((await broughtIn(here, await fileOf(there.head), 'keep')).conflictCount).toBe(0);
    expect(await standing(here)).toEqual([]);
  });
});

describe('a guardian’s consent that comes in by a file', () => {
  it('waits until a head here confirms it, and opens nothing before', async () => {
    const there = await twin();
    const student = { revision: 0, name: 'Bela Varnholt', handedness: 'right', minor: true, notes: '' };
    const id = randomUUID();
    expect((await there.head.put(`/api/students/${id}`, student)).status).toBe(200);
    const given = { scope: 'records', givenBy: 'A guardian', givenOn: '2026-04-17' };
    await there.head.post(`/api/students/${id}/consents`, given);
    await broughtIn(here, await fileOf(there.head));

    const lesson = { revision: 0, studentId: id, heldOn: '2026-04-18', notes: '' };
    const start = () => here.head.put(`/api/lessons/${randomUUID()}`, lesson);
    const refused = await start();
    expect([refused.status, (refused.body as { code: string }).code]).toEqual([409, 'consent-needed']);

    const { client: colleague } = await app.signedIn(here.actor.academyId, 'instructor');
    expect((await colleague.get('/api/consents/proposed')).status).toBe(403);
    const [proposed] = (await here.head.get('/api/consents/proposed')).body as ProposedConsentView[];
    expect(proposed).toMatchObject({ studentId: id, studentName: 'Bela Varnholt', scope: 'records' });
    expect((await colleague.post(`/api/consents/${proposed?.id}/confirm`, {})).status).toBe(403);
    expect((await start()).status).toBe(409);

    expect((await here.head.post(`/api/consents/${proposed?.id}/confirm`, {})).status).toBe(204);
    expect((await start()).status).toBe(200);
    expect((await here.head.get('/api/consents/proposed')).body).toEqual([]);
  });
});
