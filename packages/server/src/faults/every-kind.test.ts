import { randomUUID } from 'node:crypto';
import { type SyncView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { KINDS } from '../records/kinds/index.ts';
import { renamed, sampleOf } from '../test/samples.ts';
import { type Answer, TestClient } from '../test/test-app.ts';
import { cuttableWire, makeLesson, PatientSave, report, Rig, ROUNDS, sleep, until } from './rig.ts';

/** The fault falls anywhere in a save, which takes about this long. */
const SAVE_MS = 20;

let rig: Rig;
let base: string;
let client: TestClient;
let studentId: string;
let lessonId: string;
let checkId: string;

beforeAll(async () => {
  rig = await Rig.make();
  await rig.startDatabase();
  base = await rig.startServer();
  await rig.ready(base);
  client = await rig.signIn(base);
  lessonId = await makeLesson(client);
  ({ studentId } = (await client.get(`/api/lessons/${lessonId}`)).body as { studentId: string });
  const check = new PatientSave(lessonId);
  await check.untilAcknowledged(client);
  checkId = check.id;
});

afterAll(() => rig.remove());

/** A kind that is changed as a whole and in part. */
interface Changed {
  readonly name: string;
  readonly path: string;
  readonly whole: () => object;
  readonly part: object;
}

const CHANGED: readonly Changed[] = [
  ...KINDS.map((kind) => ({
    name: kind.name,
    path: kind.path,
    whole: () => sampleOf(kind.name, { studentId }),
    part: renamed(kind, 'Otherwise'),
  })),
  {
    name: 'student',
    path: 'students',
    whole: () => ({ name: 'Runa Feldt', handedness: 'right', minor: false, notes: '' }),
    part: { notes: 'Otherwise' },
  },
  {
    name: 'lesson',
    path: 'lessons',
    whole: () => ({ studentId, heldOn: '2026-04-17', notes: '' }),
    part: { notes: 'Otherwise' },
  },
  {
    name: 'hand-out',
    path: 'hand-outs',
    whole: () => ({ checkId, drillId: 'toe-rod', dose: '', own: '', junior: false }),
    part: { own: 'Otherwise' },
  },
];

/** One try, as a browser makes it. @returns the answer, or undefined where there was none that says anything */
async function tried(send: () => Promise<Answer>): Promise<Answer | undefined> {
  try {
    const answer = await send();
    return answer.status === 503 || answer.status === 500 ? undefined : answer;
  } catch (error) {
    if (error instanceof TypeError) return undefined;
    throw error;
  }
}

async function untilAnswered(send: () => Promise<Answer>): Promise<Answer> {
  let answer: Answer | undefined;
  await until(async () => {
    answer = await tried(send);
    return answer !== undefined;
  });
  return answer as Answer;
}

/** How often each of a record's revisions was told to devices since. */
async function toldOf(id: string, since: number): Promise<readonly (number | null)[]> {
  const { body } = await untilAnswered(() => client.get(`/api/sync?since=${since}`));
  return (body as SyncView).changes.filter((change) => change.id === id).map(({ revision }) => revision);
}

describe.each(CHANGED.map((kind) => [kind.name, kind] as const))('a %s', (name, { path, whole, part }) => {
  it('that is kept and changed while the server is killed is kept once and changed once', async () => {
    const count = { acknowledged: 0, lost: 0, doubled: 0 };
    for (let round = 0; round < ROUNDS; round++) {
      const one = `/api/${path}/${randomUUID()}`;
      const id = one.split('/').at(-1) ?? '';
      const { body } = await untilAnswered(() => client.get('/api/sync'));
      const since = (body as SyncView).next;
      const kept = untilAnswered(() => client.put(one, { revision: 0, ...whole() }));
      // In every other round the fault falls into the change.
      if (round % 2 === 1) await kept;
      const changed = kept.then(() =>
        untilAnswered(() => client.send('PATCH', one, { revision: 1, ...part })),
      );
      await sleep(Math.random() * SAVE_MS);
      await rig.killServer();
      await rig.startServer();
      expect((await kept).status).toBe(200);
      expect((await changed).status).toBe(200);
      count.acknowledged += 2;
      const told = await toldOf(id, since);
      count.lost += [1, 2].filter((revision) => !told.includes(revision)).length;
      count.doubled += told.length - new Set(told).size;
      const after = (
        await untilAnswered(() =>
          client.get(name === 'hand-out' ? `/api/students/${studentId}/take-home` : one),
        )
      ).body;
      expect(JSON.stringify(after)).toContain('Otherwise');
    }
    report(`${name}, server killed during a save and a change`, count);
    expect(count).toEqual({ acknowledged: 2 * ROUNDS, lost: 0, doubled: 0 });
  });

  it('whose answers are cut off after the commit is kept once and changed once', async () => {
    const wire = await cuttableWire(rig.ports[0] ?? 0);
    const behind = new TestClient(wire.base);
    behind.cookie = client.cookie;
    const one = `/api/${path}/${randomUUID()}`;
    const { body } = await untilAnswered(() => client.get('/api/sync'));
    const since = (body as SyncView).next;
    for (const send of [
      () => behind.put(one, { revision: 0, ...whole() }),
      () => behind.send('PATCH', one, { revision: 1, ...part }),
    ]) {
      wire.cutNextAnswer();
      expect(await tried(send)).toBeUndefined();
      expect((await untilAnswered(send)).status).toBe(200);
    }
    wire.close();
    expect(await toldOf(one.split('/').at(-1) ?? '', since)).toEqual([1, 2]);
  });
});
