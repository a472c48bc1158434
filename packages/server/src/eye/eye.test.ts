import { randomUUID } from 'node:crypto';
import { type EyeView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let client: TestClient;

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'instructor')).client;
});
afterAll(() => app.stop());

const eye = async (): Promise<EyeView> => (await client.get('/api/eye')).body as EyeView;

describe('an instructor’s eye', () => {
  it('knows nothing before a guess', async () => {
    expect(await eye()).toMatchObject({ count: 0, biasDeg: null, uncertaintyDeg: null });
  });

  it('is learned from guesses beside readings, whatever the hand; others’ guesses do not count', async () => {
    for (const [hand, guesses] of [
      ['right', [5, 7]],
      ['left', [-3, -1]],
    ] as const) {
      const { lessonId } = await saveWorkedCheck(client, hand);
      for (const readingDeg of guesses) {
        await client.put(`/api/checks/${randomUUID()}`, {
          revision: 0,
          lessonId,
          document: workedCheck(hand),
          record: { guess: { line: 'toes', readingDeg } },
        });
      }
    }
    // Toes 3.94° to the right and, mirrored, to the left: differences 1.06, 3.06, 0.94 and 2.94.
    const record = await eye();
    expect(record.count).toBe(4);
    expect(record.biasDeg).toBeCloseTo(2, 3);
    expect(record.uncertaintyDeg).toBeGreaterThan(0.5);
    const other = (await app.signedIn(await app.academy('Elsewhere'), 'head')).client;
    expect((await other.get('/api/eye')).body).toMatchObject({ count: 0 });
  });
});
