import { randomUUID } from 'node:crypto';
import { type SyncView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { KINDS } from '../records/kinds/index.ts';
import { renamed, sampleOf } from '../test/samples.ts';
import { type Answer, TestClient } from '../test/test-app.ts';
import { cuttableWire, makeLesson, PatientSave, report, Rig, ROUNDS, sleep, until } from './rig.ts';

/** Each falls into a few of the saves: there are more of them than where one save is under way. */
const KILLS = 2 * ROUNDS;

/** The fault falls anywhere in the saves of all kinds at once, which take about this long. */
const SAVES_MS = 250;

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

/**
 * How often each of a record's revisions was told to devices since. Numbers are waited for: whoever asks while the
 * database gives none is told what has one already, and asks again.
 */
async function toldOf(id: string, since: number): Promise<readonly (number | null)[]> {
  let told: readonly (number | null)[] = [];
  for (let tries = 0; tries < TOLD_TRIES && ![1, 2].every((revision) => told.includes(revision)); tries++) {
    if (tries > 0) await sleep(500);
    const { body } = await untilAnswered(() => client.get(`/api/sync?since=${since}`));
    const { changes } = body as SyncView;
    told = changes.filter((change) => change.id === id).map(({ revision }) => revision);
  }
  return told;
}

/** A record that is being kept and then changed. */
interface UnderWay {
  readonly kind: Changed;
  readonly address: string;
  readonly kept: Promise<Answer>;
  changed: Promise<Answer>;
}

function begun(kind: Changed): UnderWay {
  const address = `/api/${kind.path}/${randomUUID()}`;
  const kept = untilAnswered(() => client.put(address, { revision: 0, ...kind.whole() }));
  return { kind, address, kept, changed: kept };
}

function goOnChanging(record: UnderWay): void {
  const { kind, address, kept } = record;
  record.changed = kept.then(() =>
    untilAnswered(() => client.send('PATCH', address, { revision: 1, ...kind.part })),
  );
}

/** As it is read afterwards: a hand-out among what its student took home. */
async function readAgain({ kind, address }: UnderWay): Promise<string> {
  const at = kind.name === 'hand-out' ? `/api/students/${studentId}/take-home` : address;
  return JSON.stringify((await untilAnswered(() => client.get(at))).body);
}

/** A device that comes back to it after half a second, so often. */
const TOLD_TRIES = 20;

describe('records of every kind', () => {
  it('that are kept and changed while the server is killed are kept once and changed once', async () => {
    const counts = new Map(CHANGED.map(({ name }) => [name, { acknowledged: 0, lost: 0, doubled: 0 }]));
    for (let round = 0; round < KILLS; round++) {
      const { body } = await untilAnswered(() => client.get('/api/sync'));
      const since = (body as SyncView).next;
      const records = CHANGED.map(begun);
      // In every other round the fault falls into the changes.
      if (round % 2 === 1) await Promise.all(records.map(({ kept }) => kept));
      for (const record of records) goOnChanging(record);
      await sleep(Math.random() * SAVES_MS);
      await rig.killServer();
      await rig.startServer();
      for (const record of records) {
        expect((await record.kept).status).toBe(200);
        expect((await record.changed).status).toBe(200);
        const told = await toldOf(record.address.split('/').at(-1) ?? '', since);
        const count = counts.get(record.kind.name);
        if (count === undefined) throw new Error('every kind is counted');
        count.acknowledged += 2;
        count.lost += [1, 2].filter((revision) => !told.includes(revision)).length;
        count.doubled += told.length - new Set(told).size;
        expect(await readAgain(record)).toContain('Otherwise');
      }
    }
    for (const [name, count] of counts) {
      report(`${name}, server killed during a save and a change`, count);
      expect([name, count]).toEqual([name, { acknowledged: 2 * KILLS, lost: 0, doubled: 0 }]);
    }
  });
});

describe.each(CHANGED.map((kind) => [kind.name, kind] as const))('a %s', (_name, { path, whole, part }) => {
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
