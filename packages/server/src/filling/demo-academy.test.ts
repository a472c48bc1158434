import { lineProgress, type LineProgress, linesOfChecks } from '@lotrecht/judging';
import {
  type CheckView,
  type MeasuredCheckView,
  type StudentHistoryView,
  type StudentListView,
  type TodayView,
} from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createDemoDatabase, DEMO_PASSWORD } from '../test/demo-database.ts';
import { serveTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { INSTRUCTORS, loadDemo } from '@lotrecht/demo';

let app: TestApp;
let client: TestClient;

beforeAll(async () => {
  app = await serveTestApp(await createDemoDatabase());
  client = app.client();
  await client.post('/api/session', { email: INSTRUCTORS[0].email, password: DEMO_PASSWORD });
});

afterAll(() => app.stop());

async function pageOf(name: string): Promise<StudentHistoryView> {
  const { students } = (await client.get('/api/students')).body as StudentListView;
  const student = students.find((s) => s.name === name);
  return (await client.get(`/api/students/${student?.id}/history`)).body as StudentHistoryView;
}

const COLD = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;

describe('the demo academy', () => {
  it('has twenty-four students with a few lessons each', async () => {
    const { students } = (await client.get('/api/students')).body as StudentListView;
    expect(students).toHaveLength(24);
    expect(Math.min(...students.map((s) => s.lessonCount))).toBeGreaterThanOrEqual(3);
  });

  it('is loaded only into an empty database', async () => {
    expect(await loadDemo(app.db, DEMO_PASSWORD, new Date())).toBeUndefined();
  });

  async function coldToes(name: string): Promise<LineProgress> {
    const { students } = (await client.get('/api/students')).body as StudentListView;
    const student = students.find((s) => s.name === name);
    const rows = linesOfChecks(
      (await client.get(`/api/students/${student?.id}/lines`)).body as MeasuredCheckView[],
    );
    const progress = lineProgress(
      rows,
      { line: 'toes', clubGroup: 'mid-iron', circumstances: COLD },
      { handedness: student?.handedness ?? 'right', forecastOn: '2026-12-24' },
    );
    if (progress === null) throw new Error(`${name} has cold toes`);
    return progress;
  }

  it('is cured in steps, and the tracking finds it: real changes, in tolerance at the end', async () => {
    const { track } = await coldToes('Runa Feldt');
    expect(track.lessons[0]?.mean).toBeGreaterThan(4);
    // Two lessons cannot tell a day from a change; those before a day against those from it on can.
    expect(track.beforeAfter).toMatchObject({ real: true, marked: false });
    expect(track.beforeAfter?.deltaDeg).toBeLessThan(-2);
    expect(track.lessons.at(-1)?.filtered.levelDeg).toBeLessThan(2);
    expect(track.flags.some((f) => f.code === 'stable')).toBe(true);
  });

  it('relapses after the winter, and the tracking finds it at the last lesson', async () => {
    const { track } = await coldToes('Osk Brannel');
    const last = track.lessons.at(-1);
    expect(track.flags.at(-1)).toEqual({ code: 'relapse', date: last?.date });
    expect(track.changes.at(-1)?.real).toBe(true);
  });

  it('does not dress noise up: a steady student has no relapse, and few changes that look real', async () => {
    const { track } = await coldToes('Hanne Bruseth');
    expect(track.flags.filter((f) => f.code === 'relapse')).toEqual([]);
    expect(track.changes.filter((c) => c.real).length).toBeLessThanOrEqual(2);
  });

  it('knows who feels far from where they are', async () => {
    const { felt } = await coldToes('Petra Lindqvarn');
    expect(felt?.meanDeg).toBeLessThan(-5);
    expect(Math.abs(felt?.meanDeg ?? 0)).toBeGreaterThan(felt?.halfDeg ?? Number.POSITIVE_INFINITY);
  });

  it('has a left-hander who points left when closed', async () => {
    const { lessons } = await pageOf('Ilse Quarrie');
    const cold = lessons[0]?.checks.filter((c) => c.circumstances?.help === 'blind') ?? [];
    expect(cold.every((c) => c.result.lines.toes?.word === 'closed')).toBe(true);
    expect(cold.every((c) => c.result.lines.toes?.side === 'left')).toBe(true);
  });

  /** The newest lesson that was held. */
  async function lastLesson(name: string): Promise<readonly CheckView[]> {
    const { lessons } = await pageOf(name);
    return lessons.find((l) => l.checks.length > 0)?.checks ?? [];
  }

  it('has full checks over several holds, cold and coached', async () => {
    const checks = await lastLesson('Runa Feldt');
    expect(checks.map((c) => c.circumstances?.phase)).toEqual([
      'baseline',
      'baseline',
      'baseline',
      'coached',
    ]);
    const [first] = checks;
    expect(Object.keys(first?.result.lines ?? {})).toEqual(
      expect.arrayContaining(['face', 'toes', 'knees', 'hips', 'shoulders', 'eyes']),
    );
    expect(new Set(first?.document.observations.map((o) => o.hold ?? 1)).size).toBe(2);
  });

  it('has a flared foot that fools the toe line', async () => {
    const [first] = await lastLesson('Anselm Tove');
    expect(first?.result.heelsFromFlare?.handedAzimuthDeg).toBeGreaterThan(
      (first?.result.lines.toes?.handedAzimuthDeg ?? Number.NaN) + 1,
    );
  });

  it('has feet closed under square shoulders, which is a twist', async () => {
    const [first] = await lastLesson('Casimir Dunmoor');
    const { toes, shoulders } = first?.result.lines ?? {};
    expect((toes?.handedAzimuthDeg ?? 0) - (shoulders?.handedAzimuthDeg ?? 0)).toBeGreaterThan(1);
  });

  it('has feet that are free, and a target line that was found wrong afterwards', async () => {
    const [free] = await lastLesson('Jorun Maddick');
    expect(free?.document.method?.id).toBe('shoulders-and-eyes-rule');
    const [rebased] = await lastLesson('Wenke Aldous');
    expect(rebased?.rebase).toEqual({ turnedDeg: 1.4, uncertaintyDeg: 0.2 });
  });

  it('has a student whom the hall flatters', async () => {
    const { students } = (await client.get('/api/students')).body as StudentListView;
    const mika = students.find((s) => s.name === 'Mika Oland');
    const rows = linesOfChecks(
      (await client.get(`/api/students/${mika?.id}/lines`)).body as MeasuredCheckView[],
    );
    const at = (place: 'hall' | 'course'): number =>
      lineProgress(
        rows,
        { line: 'toes', clubGroup: 'mid-iron', circumstances: { ...COLD, place } },
        { handedness: 'right', forecastOn: '2026-12-24' },
      )?.track.lessons.at(-1)?.filtered.levelDeg ?? Number.NaN;
    expect(at('course') - at('hall')).toBeGreaterThan(2.5);
  });

  it('says what a lesson was about, where it was held, and when the student is expected again', async () => {
    const { lessons } = await pageOf('Mika Oland');
    expect(new Set(lessons.map((l) => l.placeName))).toEqual(
      new Set(['North rim', 'Boat hall', 'Quarry loop, third hole']),
    );
    expect(
      lessons.some((l) => /^Worked on the toes: trail end \d+ mm toward the line\.$/.test(l.notes)),
    ).toBe(true);
    const { due } = (await client.get('/api/today/2026-11-24')).body as TodayView;
    expect(due.length).toBeGreaterThan(0);
    for (const { nextOn, heldOn } of due) {
      expect(Date.parse(nextOn ?? heldOn) <= Date.parse('2026-11-24')).toBe(true);
    }
  });

  it('has a student who feels far from where they are', async () => {
    const [first] = await lastLesson('Petra Lindqvarn');
    const felt = first?.record?.feltDeg ?? Number.NaN;
    expect((first?.result.lines.toes?.azimuthDeg ?? Number.NaN) - felt).toBeGreaterThan(1.5);
  });

  it('shows on the tee sheet what the last blind baseline left to watch', async () => {
    const { lessons } = (await client.get('/api/today/2026-11-24')).body as TodayView;
    const runa = lessons.find((l) => l.studentName === 'Runa Feldt');
    expect(runa?.lastCold?.heldOn).toBe('2026-11-07');
  });

  it('leaves today’s lessons still to be held', async () => {
    expect((await client.get('/api/today/2026-11-24')).body).toMatchObject({
      lessons: [{ checkCount: 0 }, { checkCount: 0 }, { checkCount: 0 }],
    });
  });
});
