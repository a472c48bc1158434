import { randomUUID } from 'node:crypto';
import { type Kept, type RoutineInput } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { saveWorkedCheck } from '../test/documents.ts';
import { sampleOf } from '../test/samples.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let client: TestClient;
let walkIn: RoutineInput;

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
  const { studentId, lessonId } = await saveWorkedCheck(client);
  walkIn = { ...(sampleOf('routine', { studentId }) as RoutineInput), revision: 0, lessonId };
});
afterAll(() => app.stop());

const withTaps = (revision: number, events: RoutineInput['recording']['events']): RoutineInput => ({
  ...walkIn,
  revision,
  recording: { ...walkIn.recording, events },
});

describe('a recorded walk-in', () => {
  it('grows by taps, a tap is struck out, and none is taken away or told otherwise', async () => {
    const path = `/api/routines/${randomUUID()}`;
    expect(await client.put(path, walkIn)).toMatchObject({
      status: 200,
      body: { lessonId: walkIn.lessonId },
    });
    const [first, second] = walkIn.recording.events;
    if (first === undefined || second === undefined) throw new Error('the sample has two taps');
    const third = { id: randomUUID(), deed: 'look', atS: 5, lifted: true };
    const grown = withTaps(1, [{ ...first, struck: true }, second, third]);
    expect(await client.put(path, grown)).toMatchObject({ status: 200, body: { revision: 2 } });

    for (const events of [[], [first], [second, first, third], [{ ...first, deed: 'grip' }, second, third]]) {
      const refused = await client.put(path, withTaps(2, events));
      expect(refused).toMatchObject({
        status: 422,
        body: {
          errors: [{ path: '/recording/events', message: expect.stringMatching(/^Tap \d stood there/) }],
        },
      });
    }
    const patched = await client.send('PATCH', path, { revision: 2, recording: { events: [] } });
    expect(patched.status).toBe(422);
    const { recording } = (await client.get(path)).body as Kept<RoutineInput>;
    expect(recording.events).toEqual(grown.recording.events);
  });

  it('is refused with a deed that is none, named by its place', async () => {
    const wrong = withTaps(0, [{ id: randomUUID(), deed: 'fly', atS: 0 }]);
    const refused = await client.put(`/api/routines/${randomUUID()}`, wrong);
    expect(refused).toMatchObject({ status: 422 });
    expect(JSON.stringify(refused.body)).toContain('/recording/events/0/deed');
  });

  it('of a lesson of another academy is not taken', async () => {
    const stranger = (await app.signedIn(await app.academy('Elsewhere'), 'head')).client;
    const own = await saveWorkedCheck(stranger);
    const stolen = { ...walkIn, studentId: own.studentId };
    expect((await stranger.put(`/api/routines/${randomUUID()}`, stolen)).status).toBe(404);
  });
});
