import { randomUUID } from 'node:crypto';
import { type ConsentView, type InvitationView, type StudentLinkView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { callOf, handOutBody, type Ids } from '../test/calls.ts';
import { ROUTES } from '../test/routes.ts';
import { idOfKind, sampleOf } from '../test/samples.ts';
import { KINDS } from '../records/kinds/index.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let owner: TestClient;
let ids: Ids;
const placeId = idOfKind('place');
const methodId = idOfKind('method');
let colleague: TestClient;
let stranger: TestClient;

const PUBLIC = [
  'get /api/take-home',
  'get /api/calendars/:token',
  'put /api/take-home/self-checks/:id',
  'put /api/take-home/practice/:id',
  'get /health/live',
  'get /health/ready',
  'get /api/setup',
  'post /api/setup',
  'post /api/session',
  'post /api/password-forgotten',
  'get /api/links/:token',
  'post /api/links/:token',
];

beforeAll(async () => {
  app = await startTestApp();
  const home = await app.academy('Home');
  const away = await app.academy('Away');
  owner = (await app.signedIn(home, 'instructor')).client;
  colleague = (await app.signedIn(home, 'instructor')).client;
  stranger = (await app.signedIn(away, 'head')).client;
  const handOutId = randomUUID();
  const checked = await saveWorkedCheck(owner);
  for (const { name, path } of KINDS) {
    const body = { revision: 0, ...sampleOf(name, checked) };
    expect((await owner.put(`/api/${path}/${idOfKind(name)}`, body)).status).toBe(200);
  }
  const link = await owner.post(`/api/students/${checked.studentId}/student-links`, {
    recipient: 'runa@post.example',
    days: 3,
  });
  const linkId = (link.body as StudentLinkView).id;
  const consents = await owner.post(`/api/students/${checked.studentId}/consents`, {
    scope: 'link',
    givenBy: 'A guardian',
    givenOn: '2026-04-17',
  });
  const consentId = (consents.body as ConsentView[])[0]?.id ?? '';
  const boss = (await app.signedIn(home, 'head')).client;
  const invitation = { name: 'Teo Halvard', email: 'teo@tarnside.example', role: 'instructor' };
  await boss.post('/api/invitations', invitation);
  const invitationId = ((await boss.get('/api/invitations')).body as InvitationView[])[0]?.id ?? '';
  ids = { ...checked, handOutId, linkId, consentId, invitationId };
  await owner.put(`/api/hand-outs/${handOutId}`, handOutBody(ids, 0));
});

afterAll(() => app.stop());

describe('every route', () => {
  const routes = ROUTES;
  const names = routes.map((r) => `${r.method} ${r.path}`);

  it('has an entry in this walk', () => {
    expect(names.filter((name) => callOf(name, ids) === undefined)).toEqual([]);
  });

  it('is public only where it is listed as public', () => {
    const open = routes.filter((r) => r.access === 'public').map((r) => `${r.method} ${r.path}`);
    expect(open.toSorted()).toEqual(PUBLIC.toSorted());
  });

  it.each(names.filter((name) => !PUBLIC.includes(name)))(
    '%s answers 401 without a session',
    async (name) => {
      const call = callOf(name, ids);
      const answer = await app.client().send(name.split(' ')[0] ?? '', call?.path ?? '', call?.body);
      expect(answer.status).toBe(401);
      expect(answer.body).toMatchObject({ code: 'not-signed-in' });
    },
  );

  const withIds = names.filter((name) => name.includes(':id'));

  it.each(withIds)('%s answers 404 to another academy’s head', async (name) => {
    const call = callOf(name, ids);
    expect(call?.stranger).toBe('refused');
    expect((await stranger.send(name.split(' ')[0] ?? '', call?.path ?? '', call?.body)).status).toBe(404);
  });

  // Places and methods belong to the academy: every instructor of it stands on the same ground.
  const ofOneInstructor = withIds.filter(
    (name) =>
      !/\/api\/take-home\//.test(name) &&
      !KINDS.some(({ path, owner }) => owner === 'academy' && name.includes(` /api/${path}/`)) &&
      routes.every((r) => r.access !== 'head' || `${r.method} ${r.path}` !== name),
  );

  it.each(ofOneInstructor)('%s answers 404 to another instructor of the academy', async (name) => {
    const call = callOf(name, ids);
    expect((await colleague.send(name.split(' ')[0] ?? '', call?.path ?? '', call?.body)).status).toBe(404);
  });

  const forHeads = routes.filter((r) => r.access === 'head').map((r) => `${r.method} ${r.path}`);

  it.each(forHeads)('%s answers 403 to an instructor who is no head', async (name) => {
    const call = callOf(name, ids);
    const answer = await colleague.send(name.split(' ')[0] ?? '', call?.path ?? '', call?.body);
    expect(answer.status).toBe(403);
    expect(answer.body).toMatchObject({ code: 'head-only' });
  });

  const open = routes.filter((r) => r.access === 'signed-in' || r.access === 'head');

  it.each(open.map((r) => `${r.method} ${r.path}`))('%s answers 423 on a locked device', async (name) => {
    const locked = (await app.signedIn(await app.academy('Locked'), 'head')).client;
    await locked.post('/api/session/lock', {});
    const call = callOf(name, ids);
    expect((await locked.send(name.split(' ')[0] ?? '', call?.path ?? '', call?.body)).status).toBe(423);
  });

  it.each(['/api/students', '/api/today/2026-04-17', '/api/audit', '/api/post'])(
    '%s shows strangers nothing',
    async (path) => {
      for (const client of [stranger, colleague]) {
        const answer = await client.get(path);
        expect([200, 403]).toContain(answer.status);
        expect(JSON.stringify(answer.body)).not.toContain('Runa');
      }
    },
  );

  it('left the owner’s data as it was', async () => {
    expect((await colleague.get(`/api/places/${placeId}`)).body).toMatchObject({ name: 'Rim', revision: 1 });
    expect((await colleague.get('/api/methods')).body).toMatchObject([
      { revision: 1, method: { name: 'Rim school', id: `own-${methodId}`, profileVersion: 1 } },
    ]);
    const answer = await owner.get(`/api/students/${ids.studentId}`);
    expect(answer.body).toMatchObject({ student: { name: 'Runa Feldt', revision: 1 } });
    expect((await owner.get(`/api/checks/${ids.checkId}`)).body).toMatchObject({ revision: 1 });
  });

  it('cannot put a lesson or a check under a stranger’s parent with ids of one’s own', async () => {
    const lesson = { revision: 0, studentId: ids.studentId, heldOn: '2026-04-18', notes: '' };
    expect((await stranger.put(`/api/lessons/${randomUUID()}`, lesson)).status).toBe(404);
    const own = await saveWorkedCheck(stranger);
    const moved = { ...lesson, revision: 1, studentId: own.studentId, placeId };
    expect((await stranger.put(`/api/lessons/${own.lessonId}`, moved)).status).toBe(404);
    const check = { revision: 0, lessonId: ids.lessonId, document: workedCheck() };
    expect((await colleague.put(`/api/checks/${randomUUID()}`, check)).status).toBe(404);
  });

  it('cannot take an id that another academy uses', async () => {
    const student = { revision: 0, name: 'Mine', handedness: 'right', minor: false, notes: '' };
    const answer = await stranger.put(`/api/students/${ids.studentId}`, student);
    // Ids are unique within an academy: the stranger makes their own row and reaches nobody else's.
    expect(answer.status).toBe(200);
    expect((await owner.get(`/api/students/${ids.studentId}`)).body).toMatchObject({
      student: { name: 'Runa Feldt' },
    });
  });
});

describe('a head', () => {
  it('sees the students of all instructors of the academy', async () => {
    const academy = await app.academy('Seen by its head');
    const head = (await app.signedIn(academy, 'head')).client;
    const instructor = (await app.signedIn(academy, 'instructor')).client;
    const { studentId } = await saveWorkedCheck(instructor);
    expect((await head.get(`/api/students/${studentId}`)).status).toBe(200);
  });
});
