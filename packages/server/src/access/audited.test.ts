import { randomUUID } from 'node:crypto';
import {
  type AuditEntryView,
  type ConsentView,
  type NewStudentLinkView,
  type SyncView,
} from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';

import { KINDS } from '../records/kinds/index.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { ROUTES, type WalkedRoute } from '../test/routes.ts';
import { idOfKind, practiceToday, renamed, sampleOf, today } from '../test/samples.ts';
import { type Answer, startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let head: TestClient;
let academyId: string;

beforeAll(async () => {
  app = await startTestApp();
  academyId = await app.academy('Tarnside');
  head = (await app.signedIn(academyId, 'head')).client;
});
afterAll(() => app.stop());

const routes = ROUTES;

type Do = () => Promise<Answer>;

/** Every route that changes something, done by its owner in an order in which each one does. */
async function changes(): Promise<Readonly<Record<string, Do>>> {
  const { studentId, lessonId, checkId } = await saveWorkedCheck(head);
  const handOutId = randomUUID();
  const colleague = await app.signedIn(academyId, 'instructor');
  const student = { name: 'Runa F', handedness: 'right', minor: false, notes: '' };
  const lesson = { studentId, heldOn: '2026-04-18', notes: '' };
  const handOut = { checkId, drillId: 'toe-rod', dose: '', own: '', junior: false };
  const done: Record<string, Do> = {};
  /** Whole, in part, away and back. */
  const kind = (path: string, id: string, whole: object, part: object): void => {
    const one = `/api/${path}/${id}`;
    done[`put /api/${path}/:id`] = () => head.put(one, whole);
    const { revision } = whole as { readonly revision: number };
    done[`patch /api/${path}/:id`] = () => head.send('PATCH', one, { revision: revision + 1, ...part });
    done[`delete /api/${path}/:id`] = () => head.delete(one);
    done[`post /api/${path}/:id/restore`] = () => head.post(`${one}/restore`, {});
  };
  kind('students', studentId, { revision: 1, ...student }, { name: 'Runa Feldt' });
  kind('lessons', lessonId, { revision: 1, ...lesson }, { notes: 'dry' });
  kind('hand-outs', handOutId, { revision: 0, ...handOut }, { dose: 'ten a day' });
  const check = `/api/checks/${checkId}`;
  done['put /api/checks/:id'] = () =>
    head.put(check, { revision: 1, lessonId, document: workedCheck('right', 610) });
  done['delete /api/checks/:id'] = () => head.delete(check);
  done['post /api/checks/:id/restore'] = () => head.post(`${check}/restore`, {});
  for (const of of KINDS.filter(({ owner }) => owner === 'student')) {
    const whole = { revision: 0, ...sampleOf(of.name, { studentId }) };
    kind(of.path, idOfKind(of.name), whole, renamed(of, 'Otherwise'));
  }
  let link: NewStudentLinkView | undefined;
  done['post /api/students/:id/student-links'] = async () => {
    const answer = await head.post(`/api/students/${studentId}/student-links`, {
      recipient: 'r@post.example',
      days: 3,
    });
    link = answer.body as NewStudentLinkView;
    return answer;
  };
  const byLink = (path: string, body: object) => (): Promise<Answer> =>
    app.client().send('PUT', `/api/take-home/${path}/${randomUUID()}`, body, {
      Authorization: `Bearer ${link?.address.split('#')[1] ?? ''}`,
    });
  done['put /api/take-home/self-checks/:id'] = byLink('self-checks', { takenOn: today(), drillDone: true });
  done['put /api/take-home/practice/:id'] = byLink('practice', practiceToday());
  done['delete /api/student-links/:id'] = () => head.delete(`/api/student-links/${link?.id ?? ''}`);
  let consent: ConsentView | undefined;
  done['post /api/students/:id/consents'] = async () => {
    const given = { scope: 'records', givenBy: 'Ida', givenOn: '2026-04-17' };
    const answer = await head.post(`/api/students/${studentId}/consents`, given);
    consent = (answer.body as ConsentView[])[0];
    return answer;
  };
  done['post /api/consents/:id/confirm'] = async () => {
    await app.db.exec(sql`UPDATE guardian_consent SET confirmed_at = NULL WHERE academy_id = ${academyId}`);
    return head.post(`/api/consents/${consent?.id ?? ''}/confirm`, {});
  };
  done['delete /api/consents/:id'] = () => head.delete(`/api/consents/${consent?.id ?? ''}`);
  done['put /api/students/:id/instructor'] = () =>
    head.put(`/api/students/${studentId}/instructor`, { instructorId: colleague.actor.instructorId });
  return done;
}

describe('a route that changes something of a student', () => {
  it('notes who did it, and what devices have to be told, with the change', async () => {
    const done = await changes();
    const saying = (route: WalkedRoute): string | undefined =>
      'changes' in route.audit ? route.audit.changes : undefined;
    const changing = routes.filter((route) => saying(route) !== undefined);
    expect(changing.map((r) => `${r.method} ${r.path}`).toSorted()).toEqual(Object.keys(done).toSorted());
    for (const [name, work] of Object.entries(done)) {
      const kind = saying(routes.find((r) => `${r.method} ${r.path}` === name) as WalkedRoute);
      await app.db.exec(sql`DELETE FROM audit_entry WHERE academy_id = ${academyId}`);
      const { next } = (await head.get('/api/sync')).body as SyncView;
      expect((await work()).status, name).toBeLessThan(300);
      const noted = ((await head.get('/api/audit')).body as AuditEntryView[]).filter(
        (e) => e.action !== 'seen',
      );
      expect(
        noted.map((e) => e.what),
        name,
      ).toEqual([kind]);
      const { changes: told } = (await head.get(`/api/sync?since=${next}`)).body as SyncView;
      expect(
        told.map((c) => c.kind),
        name,
      ).toEqual([kind]);
    }
  });

  it('is every one that is no GET, but for those that say why not', () => {
    const others = routes.filter(({ method, audit }) => method !== 'get' && !('changes' in audit));
    const silent = others.filter(({ audit }) => 'nothing' in audit && audit.nothing.length < 10);
    expect(silent).toEqual([]);
    expect(others.every(({ audit }) => 'nothing' in audit || 'event' in audit)).toBe(true);
  });
});
