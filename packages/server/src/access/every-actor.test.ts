import { randomUUID } from 'node:crypto';
import { type StudentLinkView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { callOf, handOutBody, type Ids } from '../test/calls.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { ROUTES } from '../test/routes.ts';
import { idOfKind, sampleOf } from '../test/samples.ts';
import { KINDS } from '../records/kinds/index.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

/** Stands in everything that the owner has of their student. */
const SECRET = 'Kestrel-under-the-rim';
/** What ends or covers the session of whoever asks comes last. */
const ENDS = ['post /api/session/lock', 'delete /api/session', 'delete /api/sessions'];

let app: TestApp;
let ids: Ids;
const actors = new Map<string, TestClient>();
/** Of another student’s link. */
let bearer: Readonly<Record<string, string>> = {};

async function linkOf(client: TestClient, studentId: string): Promise<{ id: string; token: string }> {
  const { body } = await client.post(`/api/students/${studentId}/student-links`, {
    recipient: 'runa@post.example',
    days: 3,
  });
  const { id, address } = body as StudentLinkView & { readonly address: string };
  return { id, token: address.split('#')[1] ?? '' };
}

beforeAll(async () => {
  app = await startTestApp();
  const [home, away] = [await app.academy('Home'), await app.academy('Away')];
  const owner = (await app.signedIn(home, 'instructor')).client;
  const checked = await saveWorkedCheck(owner);
  const student = { revision: 1, name: SECRET, handedness: 'right', minor: false, notes: SECRET };
  expect((await owner.put(`/api/students/${checked.studentId}`, student)).status).toBe(200);
  const lesson = { revision: 1, studentId: checked.studentId, heldOn: '2026-04-17', notes: SECRET };
  expect((await owner.put(`/api/lessons/${checked.lessonId}`, lesson)).status).toBe(200);
  // Records of the student alone: places, methods and drills are the academy’s.
  for (const { name, path } of KINDS) {
    const sample = { revision: 0, ...sampleOf(name, checked) };
    if ('studentId' in sample)
      expect((await owner.put(`/api/${path}/${idOfKind(name)}`, sample)).status).toBe(200);
  }
  const { id: linkId } = await linkOf(owner, checked.studentId);
  const handOutId = randomUUID();
  ids = { ...checked, handOutId, linkId, consentId: randomUUID(), invitationId: randomUUID() };
  await owner.put(`/api/hand-outs/${handOutId}`, handOutBody(ids, 0));

  // Whoever may see it does: a secret that stands nowhere would leak nowhere.
  for (const path of [`/api/students/${ids.studentId}`, `/api/lessons/${ids.lessonId}`])
    expect(JSON.stringify((await owner.get(path)).body)).toContain(SECRET);

  const of = async (academy: typeof home, role: 'head' | 'instructor') => app.signedIn(academy, role);
  const suspended = await of(home, 'instructor');
  await app.db.exec(
    sql`UPDATE instructor SET suspended_at = UTC_TIMESTAMP(3) WHERE id = ${suspended.actor.instructorId}`,
  );
  const ended = await of(home, 'instructor');
  await ended.client.send('DELETE', '/api/session');
  const locked = await of(home, 'instructor');
  await locked.client.post('/api/session/lock', {});
  const colleague = await of(home, 'instructor');
  const other = await saveWorkedCheck(colleague.client);
  bearer = { Authorization: `Bearer ${(await linkOf(colleague.client, other.studentId)).token}` };
  actors.set('nobody', app.client());
  actors.set('the head of another academy', (await of(away, 'head')).client);
  actors.set('an instructor of another academy', (await of(away, 'instructor')).client);
  actors.set('a colleague', colleague.client);
  actors.set('who was suspended', suspended.client);
  actors.set('who has signed out', ended.client);
  actors.set('a device that is locked', locked.client);
  actors.set('the link of another student', app.client());
});

afterAll(() => app.stop());

describe('what an instructor has of their student', () => {
  it('is told and changed to none of eight others, by any route', async () => {
    const names = ROUTES.map(({ method, path }) => `${method} ${path}`);
    const ordered = [...names.filter((name) => !ENDS.includes(name)), ...ENDS];
    const before = await state();
    const leaks: string[] = [];
    let asked = 0;
    for (const [who, client] of actors)
      for (const name of ordered) {
        const call = callOf(name, ids);
        if (call === undefined) continue;
        const method = (name.split(' ')[0] ?? '').toUpperCase();
        const headers = who === 'the link of another student' ? bearer : {};
        const answer = await client.send(method, call.path, call.body, headers);
        asked += 1;
        if (JSON.stringify(answer.body ?? '').includes(SECRET)) leaks.push(`${who}: ${name}`);
      }
    process.stdout.write(
      `${names.length} routes, ${actors.size} actors, ${asked} asked, ${leaks.length} leaks\n`,
    );
    expect(leaks).toEqual([]);
    expect(asked).toBeGreaterThan(8 * 140);
    expect(await state()).toEqual(before);
  });
});

/** Everything of the student as it is stored. */
async function state(): Promise<unknown> {
  const { studentId } = ids;
  return {
    student: await app.db.many(sql`SELECT * FROM student WHERE id = ${studentId}`),
    lessons: await app.db.many(sql`SELECT * FROM lesson WHERE student_id = ${studentId}`),
    checks: await app.db.many(sql`SELECT * FROM setup_check WHERE student_id = ${studentId}`),
    links: await app.db.many(sql`SELECT id, revoked_at FROM student_link WHERE student_id = ${studentId}`),
  };
}
