import { type CheckView, type StudentPageView, type StudentView } from '@lotrecht/contract';
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
  const angles = checks.map((c) => c.result.lines.toes?.handedAzimuthDeg ?? Number.NaN);
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

  it('leaves today’s lessons still to be held', async () => {
    expect((await client.get('/api/today/2026-11-24')).body).toMatchObject({
      lessons: [{ checkCount: 0 }, { checkCount: 0 }, { checkCount: 0 }],
    });
  });
});
