import { randomUUID } from 'node:crypto';
import { type AcademyLine, type SyncView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { answered, broughtIn, countsOf, fileOf, type House, houseOf } from '../test/houses.ts';
import { renamed, sampleOf } from '../test/samples.ts';
import { startTestApp, type TestApp } from '../test/test-app.ts';
import { type AnyKind } from './kind.ts';
import { KINDS } from './kinds/index.ts';

let app: TestApp;
let house: House;
let studentId: string;
let path: string;
let sample: Readonly<Record<string, unknown>>;

beforeAll(async () => {
  app = await startTestApp();
});
afterAll(() => app.stop());

/** A house with one record of a kind at revision 1. */
async function houseWith(kind: AnyKind): Promise<string> {
  house = await houseOf(app, `Of ${kind.titles.many}`);
  ({ studentId } = await saveWorkedCheck(house.head));
  const id = randomUUID();
  path = `/api/${kind.path}/${id}`;
  sample = sampleOf(kind.name, { studentId }) as Readonly<Record<string, unknown>>;
  expect(await house.head.put(path, { revision: 0, ...sample })).toMatchObject({
    status: 200,
    body: { id, revision: 1 },
  });
  return id;
}

const PARTS = ['Otherwise', 'A third', 'A fourth'] as const;

describe.each(KINDS.map((kind) => [kind.name, kind] as const))('a %s', (_name, kind) => {
  it('is changed in part, and sent again it changes nothing', async () => {
    await houseWith(kind);
    const part = { revision: 1, ...renamed(kind, PARTS[0]) };
    const changed = await house.head.send('PATCH', path, part, {
      'Content-Type': 'application/merge-patch+json',
    });
    expect(changed).toMatchObject({ status: 200, body: { revision: 2, ...renamed(kind, PARTS[0]) } });
    expect((await house.head.send('PATCH', path, part)).body).toMatchObject({ revision: 2 });
    for (const wrong of [{}, { revision: 0 }, [], { revision: 'two' }])
      expect(await house.head.send('PATCH', path, wrong)).toMatchObject({ status: 422 });
    const stranger = (await houseOf(app, 'Elsewhere')).head;
    expect((await stranger.send('PATCH', path, part)).status).toBe(404);
  });

  it('changed in two places shows the second what stands, by its kind', async () => {
    await houseWith(kind);
    await house.head.send('PATCH', path, { revision: 1, ...renamed(kind, PARTS[1]) });
    const late = await house.head.send('PATCH', path, { revision: 1, ...renamed(kind, PARTS[2]) });
    expect(late).toMatchObject({
      status: 409,
      body: { code: 'conflict', kind: kind.name, current: { revision: 2, ...renamed(kind, PARTS[1]) } },
    });
    const anew = await house.head.put(path, { revision: 0, ...sample });
    expect(anew).toMatchObject({ status: 409, body: { kind: kind.name, current: { revision: 2 } } });
  });

  it('that two save at once is one of them, and the other is told', async () => {
    await houseWith(kind);
    const saves = PARTS.map((name) =>
      house.head.send('PATCH', path, { revision: 1, ...renamed(kind, name) }),
    );
    const statuses = (await Promise.all(saves)).map(({ status }) => status);
    expect(statuses.toSorted()).toEqual([200, 409, 409]);
    expect((await house.head.get(path)).body).toMatchObject({ revision: 2 });
    const same = { revision: 0, ...sample };
    const other = `/api/${kind.path}/${randomUUID()}`;
    const twins = await Promise.all([1, 2, 3].map(() => house.head.put(other, same)));
    expect(twins.map(({ status, body }) => [status, (body as { revision: number }).revision])).toEqual([
      [200, 1],
      [200, 1],
      [200, 1],
    ]);
  });

  it('tells devices of each change', async () => {
    const id = await houseWith(kind);
    await house.head.send('PATCH', path, { revision: 1, ...renamed(kind, PARTS[0]) });
    await house.head.delete(path);
    await house.head.post(`${path}/restore`, {});
    const { changes } = (await house.head.get('/api/sync?since=0')).body as SyncView;
    const whose = kind.owner === 'student' ? studentId : null;
    expect(changes.filter((c) => c.kind === kind.name)).toMatchObject([
      { id, studentId: whose, revision: 1, gone: false },
      { id, studentId: whose, revision: 2, gone: false },
      { id, studentId: whose, revision: null, gone: true },
      { id, studentId: whose, revision: null, gone: false },
    ]);
  });

  it('goes out and comes in by a file, is the same when it comes again, and is told where it differs', async () => {
    const id = await houseWith(kind);
    const file = await fileOf(house.head);
    const line = file.split('\n').find((l) => l.startsWith(`{"table":"${kind.table}"`)) ?? '';
    expect(JSON.parse(line)).toMatchObject({ table: kind.table, id, revision: 1, deletedAt: null });
    expect(countsOf(await broughtIn(house, file), 'same')).toMatchObject({ [kind.table]: 1 });
    const there = await houseOf(app, 'Where it comes to');
    expect(countsOf(await broughtIn(there, file), 'fresh')).toMatchObject({ [kind.table]: 1 });
    // What is an instructor's own comes in as theirs, and whoever brings it does not see it.
    if (kind.owner === 'instructor') expect((await there.head.get(path)).status).toBe(404);
    else expect((await there.head.get(path)).body).toMatchObject({ id });
    // From the other house one cannot tell that it was changed here.
    await house.head.send('PATCH', path, { revision: 1, ...renamed(kind, PARTS[0]) });
    expect(countsOf(await broughtIn(there, await fileOf(house.head)), 'differ')).toMatchObject({
      [kind.table]: 1,
    });
    const bad = { ...(JSON.parse(line) as AcademyLine), [kind.orderedBy]: 7 };
    const refused = await answered(there, file.replace(line, JSON.stringify(bad)));
    expect(JSON.stringify(refused.at(-1))).toMatch(new RegExp(kind.orderedBy));
  });

  if (kind.owner === 'instructor') {
    it('is an instructor’s own: nobody else sees it or changes it, the head of the academy neither', async () => {
      const id = await houseWith(kind);
      const colleague = (await app.signedIn(house.actor.academyId, 'head')).client;
      expect((await colleague.get(path)).status).toBe(404);
      expect((await colleague.get(`/api/${kind.path}`)).body).toEqual([]);
      expect((await house.head.get(`/api/${kind.path}`)).body).toMatchObject([{ id }]);
      const part = { revision: 1, ...renamed(kind, PARTS[0]) };
      expect((await colleague.send('PATCH', path, part)).status).toBe(404);
      expect((await colleague.put(path, { ...sample, ...part, revision: 0 })).status).toBe(404);
      expect((await colleague.delete(path)).status).toBe(404);
      expect((await house.head.get(path)).body).toMatchObject({ revision: 1, ...sample });
    });
  }

  if (kind.owner === 'student') {
    it('is a student’s: seen with them alone, kept for a minor with consent alone, erased with them', async () => {
      const id = await houseWith(kind);
      const whose = { table: kind.table, id };
      const colleague = (await app.signedIn(house.actor.academyId, 'instructor')).client;
      expect((await colleague.get(path)).status).toBe(404);
      expect((await colleague.get(`/api/${kind.path}?student=${studentId}`)).body).toEqual([]);
      expect((await house.head.get(`/api/${kind.path}?student=${studentId}`)).body).toMatchObject([{ id }]);
      expect((await house.head.get(`/api/${kind.path}`)).status).toBe(422);
      expect(await fileOf(house.head, `/api/students/${studentId}/export`)).toContain(id);
      const minor = randomUUID();
      const young = { revision: 0, name: 'Ida', handedness: 'right', minor: true, notes: '' };
      await house.head.put(`/api/students/${minor}`, young);
      const theirs = { revision: 0, ...sampleOf(kind.name, { studentId: minor }) };
      const refused = await house.head.put(`/api/${kind.path}/${randomUUID()}`, theirs);
      expect(refused).toMatchObject({ status: 409, body: { code: 'consent-needed' } });
      // It stays whose it is.
      const moved = { revision: 1, ...sampleOf(kind.name, { studentId: minor }) };
      expect((await house.head.put(path, moved)).status).toBe(404);
      await house.head.post(`/api/students/${studentId}/erase`, { name: 'Runa Feldt' });
      const { n } = await app.db.one<{ n: number }>({
        text: `SELECT COUNT(*) AS n FROM ${whose.table} WHERE id = ?`,
        values: [whose.id],
      });
      expect(n).toBe(0);
    });
  }
});

describe('kinds', () => {
  it('have names, tables and paths of their own, and every table has the columns that a record has', async () => {
    for (const of of ['name', 'table', 'path'] as const)
      expect(new Set(KINDS.map((kind) => kind[of])).size).toBe(KINDS.length);
    for (const { table, owner, fields } of KINDS) {
      const columns = await app.db.many<{ name: string }>(sql`
        SELECT COLUMN_NAME AS name FROM information_schema.COLUMNS
        WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = ${table}`);
      const names = columns.map(({ name }) => name);
      expect(names).toEqual(
        expect.arrayContaining(['academy_id', 'id', 'revision', 'created_at', 'deleted_at']),
      );
      expect('studentId' in fields).toBe(owner === 'student');
    }
  });
});
