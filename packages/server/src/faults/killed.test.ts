import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestClient } from '../test/test-app.ts';
import {
  type Count,
  cuttableWire,
  makeLesson,
  PatientSave,
  report,
  Rig,
  ROUNDS,
  sleep,
  until,
} from './rig.ts';

/** Saves under way at the moment of the fault. */
const AT_ONCE = 6;
/** The fault falls anywhere in a save, which takes about this long. */
const SAVE_MS = 30;

let rig: Rig;
let base: string;
let client: TestClient;
let lessonId: string;

beforeAll(async () => {
  rig = await Rig.make();
  await rig.startDatabase();
  base = await rig.startServer();
  await rig.ready(base);
  client = await rig.signIn(base);
  lessonId = await makeLesson(client);
});

afterAll(() => rig.remove());

async function rounds(fault: string, make: () => Promise<void>): Promise<Count> {
  const count: Count = { acknowledged: 0, lost: 0, doubled: 0 };
  for (let round = 0; round < ROUNDS; round++) {
    const saves = Array.from({ length: AT_ONCE }, () => new PatientSave(lessonId));
    const done = saves.map((save) => save.untilAcknowledged(client));
    await sleep(Math.random() * SAVE_MS);
    await make();
    await Promise.all(done);
    for (const save of saves) await save.count(client, count);
  }
  report(fault, count);
  return count;
}

const none = { acknowledged: AT_ONCE * ROUNDS, lost: 0, doubled: 0 };

describe('nothing that was acknowledged is lost, and nothing is doubled', () => {
  it('when the server is killed during saves', async () => {
    const count = await rounds('server killed during saves', async () => {
      await rig.killServer();
      await rig.startServer();
    });
    expect(count).toEqual(none);
  });

  it('when MariaDB is killed during saves', async () => {
    const count = await rounds('MariaDB killed during saves', async () => {
      rig.killDatabase();
      await sleep(50);
      await rig.ready(base);
    });
    expect(count).toEqual(none);
  });

  it('when the answer is cut off after the commit', async () => {
    const wire = await cuttableWire(rig.ports[0] ?? 0);
    const behindWire = new TestClient(wire.base);
    behindWire.cookie = client.cookie;
    const count: Count = { acknowledged: 0, lost: 0, doubled: 0 };
    let unanswered = 0;
    for (let round = 0; round < ROUNDS; round++) {
      const save = new PatientSave(lessonId);
      wire.cutNextAnswer();
      if (!(await save.tryOnce(behindWire))) unanswered += 1;
      await save.untilAcknowledged(behindWire);
      await save.count(client, count);
    }
    wire.close();
    report('answer cut off after the commit', count);
    expect(unanswered).toBe(ROUNDS);
    expect(count).toEqual({ acknowledged: ROUNDS, lost: 0, doubled: 0 });
  });

  it('when the clock jumps back two hours between a check and its correction', async () => {
    const count: Count = { acknowledged: 0, lost: 0, doubled: 0 };
    for (let round = 0; round < ROUNDS; round++) {
      const before = new PatientSave(lessonId);
      await before.untilAcknowledged(client);
      await rig.query("SET GLOBAL init_connect = 'SET timestamp = UNIX_TIMESTAMP() - 7200'");
      await rig.killServer();
      await rig.startServer();
      await rig.ready(base);
      const after = new PatientSave(lessonId);
      await after.untilAcknowledged(client);
      await rig.query("SET GLOBAL init_connect = ''");
      for (const save of [before, after]) await save.count(client, count);
    }
    await rig.killServer();
    await rig.startServer();
    await rig.ready(base);
    report('clock jumping back', count);
    expect(count).toEqual({ acknowledged: 2 * ROUNDS, lost: 0, doubled: 0 });
  });
});

describe('a database that is away', () => {
  it('at the start is waited for, said, and found when it is back', async () => {
    const url = rig.databaseUrl;
    const count: Count = { acknowledged: 0, lost: 0, doubled: 0 };
    for (let round = 0; round < ROUNDS; round++) {
      await rig.killServer();
      await rig.stopDatabase();
      await rig.startServer(0, url);
      expect((await fetch(`${base}/health/ready`)).status).toBe(503);
      const answer = await client.get('/api/students');
      expect(answer.status).toBe(503);
      // Never reached since this start: no migration can be in yet.
      expect(answer.body).toMatchObject({ code: 'starting' });
      const save = new PatientSave(lessonId);
      const saved = save.untilAcknowledged(client);
      await rig.startDatabase();
      await saved;
      await until(async () => (await fetch(`${base}/health/ready`)).ok);
      await save.count(client, count);
    }
    report('database away at start, back later', count);
    expect(count).toEqual({ acknowledged: ROUNDS, lost: 0, doubled: 0 });
  });
});

describe('two servers on one database', () => {
  it('share sessions: signed in on one, at work on the other, one killed, the work goes on', async () => {
    const second = await rig.startServer(1);
    await rig.ready(second);
    const onSecond = new TestClient(second);
    onSecond.cookie = client.cookie;
    const save = new PatientSave(lessonId);
    await save.untilAcknowledged(onSecond);
    await rig.killServer(0);
    const after = new PatientSave(lessonId);
    await after.untilAcknowledged(onSecond);
    const count: Count = { acknowledged: 0, lost: 0, doubled: 0 };
    for (const each of [save, after]) await each.count(onSecond, count);
    expect(count).toEqual({ acknowledged: 2, lost: 0, doubled: 0 });
    await rig.startServer(0);
  });
});
