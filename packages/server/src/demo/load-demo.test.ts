import { type CheckView, type StudentPageView, type StudentView, type TodayView } from '@lotrecht/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { loadDemo } from './load-demo.ts';
import { INSTRUCTORS } from './students.ts';

const PASSWORD = 'heron-weir-kiln-2026';
let app: TestApp;
let client: TestClient;

beforeAll(async () => {
  app = await startTestApp();
  await loadDemo(app.db, PASSWORD, new Date('2026-11-24T09:00:00Z'));
  client = app.client();
  await client.post('/api/session', { email: INSTRUCTORS[0].email, password: PASSWORD });
});

afterAll(() => app.stop());

async function pageOf(name: string): Promise<StudentPageView> {
  const students = (await client.get('/api/students')).body as StudentView[];
  const student = students.find((s) => s.name === name);
  return (await client.get(`/api/students/${student?.id}`)).body as StudentPageView;
}

function meanToes(checks: readonly CheckView[]): number {
  const cold = checks.filter((c) => c.circumstances?.help === 'blind');
  const angles = cold.map((c) => c.result.lines.toes?.handedAzimuthDeg ?? Number.NaN);
  return angles.reduce((sum, a) => sum + a, 0) / angles.length;
}

describe('the demo academy', () => {
  it('has at least eight students with a few lessons each', async () => {
    const students = (await client.get('/api/students')).body as StudentView[];
    expect(students.length).toBeGreaterThanOrEqual(8);
    expect(Math.min(...students.map((s) => s.lessonCount))).toBeGreaterThanOrEqual(3);
  });

  it('is loaded only into an empty database', async () => {
    expect(await loadDemo(app.db, PASSWORD, new Date())).toBeUndefined();
  });

  it('tells the story that the simulator knows: one student is cured from lesson to lesson', async () => {
    const { lessons } = await pageOf('Runa Feldt');
    const held = lessons.filter((l) => l.checks.length > 0);
    expect(meanToes(held.at(-1)?.checks ?? [])).toBeGreaterThan(4);
    expect(meanToes(held[0]?.checks ?? [])).toBeLessThan(2.5);
  });

  it('has a left-hander who points left when closed', async () => {
    const { lessons } = await pageOf('Ilse Quarrie');
    const toes = lessons[0]?.checks.map((c) => c.result.lines.toes) ?? [];
    expect(toes.every((t) => t?.word === 'closed' && t.side === 'left')).toBe(true);
  });

  /** The newest lesson that was held. */
  async function lastLesson(name: string): Promise<readonly CheckView[]> {
    const { lessons } = await pageOf(name);
    return lessons.find((l) => l.checks.length > 0)?.checks ?? [];
  }

  it('has full checks over several holds, cold and coached', async () => {
    const checks = await lastLesson('Runa Feldt');
    expect(checks.map((c) => c.circumstances?.phase)).toEqual(['baseline', 'baseline', 'coached']);
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
    expect((toes?.handedAzimuthDeg ?? 0) - (shoulders?.handedAzimuthDeg ?? 0)).toBeGreaterThan(2.5);
  });

  it('has feet that are free, and a target line that was found wrong afterwards', async () => {
    const [free] = await lastLesson('Jorun Maddick');
    expect(free?.document.method?.id).toBe('shoulders-and-eyes-rule');
    const [rebased] = await lastLesson('Wenke Aldous');
    expect(rebased?.rebase).toEqual({ turnedDeg: 1.4, uncertaintyDeg: 0.2 });
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
