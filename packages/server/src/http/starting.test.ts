import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestApp, type TestApp } from '../test/test-app.ts';

let app: TestApp;
let migrated = false;

beforeAll(async () => {
  app = await startTestApp(undefined, { migrated: () => migrated });
});
afterAll(() => app.stop());

describe('a server whose migrations are not all in', () => {
  it('is alive and not ready, and tells requests to come back', async () => {
    const client = app.client();
    expect((await client.get('/health/live')).status).toBe(200);
    expect((await client.get('/health/ready')).status).toBe(503);
    const answer = await client.post('/api/session', { email: 'a@b.example', password: 'too early for it' });
    expect(answer).toMatchObject({ status: 503, body: { code: 'starting' } });
    migrated = true;
    expect((await client.get('/health/ready')).status).toBe(200);
    expect(
      (await client.post('/api/session', { email: 'a@b.example', password: 'wrong by far' })).status,
    ).toBe(401);
  });
});
