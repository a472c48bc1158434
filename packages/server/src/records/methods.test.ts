import { randomUUID } from 'node:crypto';
import { ALL_PARALLEL } from '@lotrecht/judging';
import { type MethodView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let client: TestClient;

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'instructor')).client;
});
afterAll(() => app.stop());

const wider = {
  ...ALL_PARALLEL,
  name: 'Rim school',
  tolerancesDeg: { ...ALL_PARALLEL.tolerancesDeg, toes: [-4, 4] as [number, number] },
};

describe('an own method', () => {
  it('gets an id that no shipped one has, and a higher version with every change', async () => {
    const id = randomUUID();
    const first = await client.put(`/api/methods/${id}`, { revision: 0, method: wider });
    expect(first.body).toMatchObject({
      id,
      revision: 1,
      method: { id: `own-${id}`, profileVersion: 1, tolerancesDeg: { toes: [-4, 4] } },
    });
    const renamed = { revision: 1, method: { ...wider, name: 'Rim school, seniors' } };
    const second = await client.put(`/api/methods/${id}`, renamed);
    expect(second.body).toMatchObject({ revision: 2, method: { profileVersion: 2 } });
    // Sent again it changes nothing; from an old revision it is answered with what is there.
    expect((await client.put(`/api/methods/${id}`, renamed)).body).toMatchObject({ revision: 2 });
    const late = await client.put(`/api/methods/${id}`, { revision: 1, method: wider });
    expect(late).toMatchObject({ status: 409, body: { current: { revision: 2 } } });
  });

  it('that cannot judge is refused with its path', async () => {
    const tolerancesDeg = { ...wider.tolerancesDeg, toes: [4, -4] };
    const answer = await client.put(`/api/methods/${randomUUID()}`, {
      revision: 0,
      method: { ...wider, tolerancesDeg },
    });
    expect(answer).toMatchObject({
      status: 422,
      body: { errors: [{ code: 'tolerance-order', path: '/method/tolerancesDeg/toes' }] },
    });
  });

  it('is taken away and brought back', async () => {
    const id = randomUUID();
    await client.put(`/api/methods/${id}`, { revision: 0, method: { ...wider, name: 'Passing' } });
    expect((await client.send('delete', `/api/methods/${id}`)).status).toBe(204);
    const names = async (): Promise<string[]> =>
      ((await client.get('/api/methods')).body as MethodView[]).map((m) => m.method.name);
    expect(await names()).not.toContain('Passing');
    expect((await client.post(`/api/methods/${id}/restore`, {})).status).toBe(204);
    expect(await names()).toContain('Passing');
  });
});
