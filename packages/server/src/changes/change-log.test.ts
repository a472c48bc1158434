import { randomUUID } from 'node:crypto';
import { type SyncView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { fileOf, houseOf, broughtIn } from '../test/houses.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { sweepChanges } from './change-log.ts';

let app: TestApp;
let academyId: string;
let head: TestClient;

beforeAll(async () => {
  app = await startTestApp();
  academyId = await app.academy('Tarnside');
  head = (await app.signedIn(academyId, 'head')).client;
});
afterAll(() => app.stop());

const begin = async (client: TestClient): Promise<number> =>
  ((await client.get('/api/sync')).body as SyncView).next;
const since = async (client: TestClient, from: number): Promise<SyncView> => {
  const answer = await client.get(`/api/sync?since=${from}`);
  expect(answer.status).toBe(200);
  return answer.body as SyncView;
};
const told = ({ changes }: SyncView): readonly string[] =>
  changes.map((c) => `${c.gone ? 'gone ' : ''}${c.kind} ${c.revision ?? '–'}`);

describe('what has changed', () => {
  it('is told in the order it was kept in, each once, and nothing of what was only looked at', async () => {
    const from = await begin(head);
    const { studentId, lessonId, checkId } = await saveWorkedCheck(head);
    const student = { revision: 1, name: 'Runa F', handedness: 'right', minor: false, notes: '' };
    await head.put(`/api/students/${studentId}`, student);
    await head.put(`/api/students/${studentId}`, student);
    await head.get(`/api/students/${studentId}`);
    await head.delete(`/api/checks/${checkId}`);
    const first = await since(head, from);
    expect(told(first)).toEqual(['student 1', 'lesson 1', 'check 1', 'student 2', 'gone check –']);
    expect(first.changes.map(({ id }) => id)).toEqual([studentId, lessonId, checkId, studentId, checkId]);
    expect(first).toMatchObject({ more: false });
    expect(await since(head, first.next)).toEqual({ changes: [], next: first.next, more: false });
    await head.post(`/api/checks/${checkId}/restore`, {});
    expect(told(await since(head, first.next))).toEqual(['check –']);
  });

  it('leaves nothing out that is kept while others ask', async () => {
    const from = await begin(head);
    const seen: string[] = [];
    let at = from;
    const ids = Array.from({ length: 40 }, () => randomUUID());
    let saving = true;
    const follow = (async () => {
      while (saving) {
        const page = await since(head, at);
        seen.push(...page.changes.map(({ id }) => id));
        at = page.next;
      }
    })();
    await Promise.all(
      ids.map((id) =>
        head.put(`/api/places/${id}`, { revision: 0, name: id.slice(0, 8), kind: 'hall', marks: [] }),
      ),
    );
    saving = false;
    await follow;
    seen.push(...(await since(head, at)).changes.map(({ id }) => id));
    expect(seen.toSorted()).toEqual(ids.toSorted());
  });

  it('is told to those who may see it, and who had a student that moved is told to let go', async () => {
    const [one, other] = [
      await app.signedIn(academyId, 'instructor'),
      await app.signedIn(academyId, 'instructor'),
    ];
    const from = await begin(head);
    const { studentId } = await saveWorkedCheck(one.client);
    expect(told(await since(one.client, from))).toEqual(['student 1', 'lesson 1', 'check 1']);
    expect(told(await since(other.client, from))).toEqual([]);
    const moved = { instructorId: other.actor.instructorId };
    expect((await head.put(`/api/students/${studentId}/instructor`, moved)).status).toBe(204);
    const left = await since(one.client, from);
    expect(left.changes.map((c) => [c.kind, c.id, c.gone])).toEqual([['student', studentId, true]]);
    expect(told(await since(other.client, from))).toEqual(['student 1', 'lesson 1', 'check 1', 'student –']);
    const stranger = (await app.signedIn(await app.academy('Elsewhere'), 'head')).client;
    expect((await stranger.get('/api/sync?since=0')).body).toEqual({ changes: [], next: 0, more: false });
  });

  it('of who was erased is an id that is gone', async () => {
    const { studentId } = await saveWorkedCheck(head);
    const from = await begin(head);
    await head.post(`/api/students/${studentId}/erase`, { name: 'Runa Feldt' });
    expect((await since(head, from)).changes).toMatchObject([
      { kind: 'student', id: studentId, studentId: null, gone: true },
    ]);
    const { n } = await app.db.one<{ n: number }>(
      sql`SELECT COUNT(*) AS n FROM record_change WHERE student_id = ${studentId}`,
    );
    expect(n).toBe(0);
  });

  it('too long ago, by a file, or never, is answered with: begin anew', async () => {
    const here = await houseOf(app, 'Of files');
    await saveWorkedCheck(here.head);
    const from = await begin(here.head);
    expect(from).toBe(3);
    await app.db.exec(
      sql`UPDATE record_change SET at = at - INTERVAL 61 DAY WHERE academy_id = ${here.actor.academyId} AND kind <> 'check'`,
    );
    await sweepChanges(app.db);
    expect(await here.head.get('/api/sync?since=1')).toMatchObject({
      status: 410,
      body: { code: 'begin-anew' },
    });
    expect(told(await since(here.head, 2))).toEqual(['check 1']);
    expect((await here.head.get('/api/sync?since=99')).status).toBe(410);
    expect((await here.head.get('/api/sync?since=-1')).status).toBe(422);
    const lines = (await fileOf(here.head)).trimEnd();
    expect((await broughtIn(here, lines)).broughtIn).toBe(true);
    expect((await here.head.get(`/api/sync?since=${from}`)).status).toBe(410);
    expect(told(await since(here.head, await begin(here.head)))).toEqual([]);
  });

  it('comes in pages', async () => {
    const one = await app.signedIn(await app.academy('Of pages'), 'head');
    const { academyId: of, instructorId } = one.actor;
    const rows = Array.from(
      { length: 1_201 },
      (_, i) => sql`(${of}, ${randomUUID()}, 'place', ${randomUUID()}, ${i}, 'changed', ${instructorId})`,
    );
    await app.db.exec(sql`
      INSERT INTO record_change (academy_id, change_id, kind, id, revision, action, instructor_id)
      VALUES ${rows.reduce((all, row) => sql`${all}, ${row}`)}`);
    const sizes: number[] = [];
    let page: SyncView = { changes: [], next: 0, more: true };
    while (page.more) {
      page = await since(one.client, page.next);
      sizes.push(page.changes.length);
    }
    expect(sizes).toEqual([500, 500, 201]);
  });
});
