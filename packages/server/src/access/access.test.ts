import { randomUUID } from 'node:crypto';
import {
  ALL_PARALLEL,
  type ConsentView,
  type HandOutInput,
  type InvitationView,
  type StationPlanInput,
  type StudentLinkView,
} from '@lotrecht/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { allRoutes } from '../app.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

/** How a stranger would call a route with ids that are not theirs. */
interface Call {
  readonly path: string;
  readonly body?: unknown;
  /** What a signed-in stranger gets: their own (empty) data, or a refusal. */
  readonly stranger: 'own-data' | 'refused';
}

let app: TestApp;
let owner: TestClient;
let ids: { studentId: string; lessonId: string; checkId: string };
const placeId = randomUUID();
const methodId = randomUUID();
const planId = randomUUID();
const handOutId = randomUUID();
let linkId = '';
let consentId = '';
let invitationId = '';
let colleague: TestClient;
let stranger: TestClient;

/** One entry for every route there is; a route without one fails the first test. */
function callOf(route: string): Call | undefined {
  const student = { revision: 1, name: 'Taken over', handedness: 'right', minor: false, notes: '' };
  const lesson = { revision: 1, studentId: ids.studentId, heldOn: '2026-04-18', notes: 'taken over' };
  const check = { revision: 1, lessonId: ids.lessonId, document: workedCheck('right', 640) };
  const calls: Readonly<Record<string, Call>> = {
    'get /health/live': { path: '/health/live', stranger: 'own-data' },
    'get /health/ready': { path: '/health/ready', stranger: 'own-data' },
    'get /api/setup': { path: '/api/setup', stranger: 'own-data' },
    'post /api/setup': { path: '/api/setup', body: {}, stranger: 'refused' },
    'post /api/session': { path: '/api/session', body: {}, stranger: 'refused' },
    'get /api/session': { path: '/api/session', stranger: 'own-data' },
    'post /api/session/lock': { path: '/api/session/lock', body: {}, stranger: 'own-data' },
    'post /api/session/unlock': { path: '/api/session/unlock', body: {}, stranger: 'refused' },
    'get /api/sessions': { path: '/api/sessions', stranger: 'own-data' },
    'delete /api/sessions/:id': { path: `/api/sessions/${ids.studentId}`, stranger: 'refused' },
    'put /api/password': { path: '/api/password', body: {}, stranger: 'refused' },
    'post /api/password-forgotten': { path: '/api/password-forgotten', body: {}, stranger: 'refused' },
    'post /api/invitations': { path: '/api/invitations', body: {}, stranger: 'refused' },
    'get /api/invitations': { path: '/api/invitations', stranger: 'own-data' },
    'delete /api/invitations/:id': { path: `/api/invitations/${invitationId}`, stranger: 'refused' },
    'get /api/consents/proposed': { path: '/api/consents/proposed', stranger: 'own-data' },
    'post /api/consents/:id/confirm': {
      path: `/api/consents/${consentId}/confirm`,
      body: {},
      stranger: 'refused',
    },
    'get /api/links/:token': { path: '/api/links/guessed', stranger: 'refused' },
    'post /api/links/:token': { path: '/api/links/guessed', body: {}, stranger: 'refused' },
    'get /api/instructors': { path: '/api/instructors', stranger: 'own-data' },
    'get /api/post': { path: '/api/post', stranger: 'own-data' },
    'get /api/audit': { path: '/api/audit', stranger: 'own-data' },
    'delete /api/session': { path: '/api/session', stranger: 'own-data' },
    'delete /api/sessions': { path: '/api/sessions', stranger: 'own-data' },
    'get /api/academy/events': { path: '/api/academy/events', stranger: 'own-data' },
    'get /api/academy/export': { path: '/api/academy/export', stranger: 'own-data' },
    'get /api/academy/tables/:table': { path: '/api/academy/tables/student', stranger: 'own-data' },
    'get /api/students/:id/export': { path: `/api/students/${ids.studentId}/export`, stranger: 'refused' },
    'post /api/students/:id/erase': {
      path: `/api/students/${ids.studentId}/erase`,
      body: { name: 'Runa Feldt' },
      stranger: 'refused',
    },
    'post /api/academy/import': { path: '/api/academy/import', body: {}, stranger: 'refused' },
    'post /api/academy/readings': { path: '/api/academy/readings', body: {}, stranger: 'refused' },
    'get /api/roster': { path: '/api/roster', stranger: 'own-data' },
    'get /api/roster/cohort': { path: '/api/roster/cohort', stranger: 'own-data' },
    'put /api/students/:id/instructor': {
      path: `/api/students/${ids.studentId}/instructor`,
      body: { instructorId: ids.studentId },
      stranger: 'refused',
    },
    'put /api/instructors/:id': {
      path: `/api/instructors/${ids.studentId}`,
      body: { suspended: true },
      stranger: 'refused',
    },
    'get /api/academy/retention': { path: '/api/academy/retention', stranger: 'own-data' },
    'put /api/academy/retention': {
      path: '/api/academy/retention',
      body: { months: 12 },
      stranger: 'own-data',
    },
    'get /api/erased-students': { path: '/api/erased-students', stranger: 'own-data' },
    'get /api/calendar': { path: '/api/calendar', stranger: 'own-data' },
    'get /api/students': { path: '/api/students', stranger: 'own-data' },
    'get /api/students/:id': { path: `/api/students/${ids.studentId}`, stranger: 'refused' },
    'get /api/students/:id/history': { path: `/api/students/${ids.studentId}/history`, stranger: 'refused' },
    'put /api/students/:id': { path: `/api/students/${ids.studentId}`, body: student, stranger: 'refused' },
    'delete /api/students/:id': { path: `/api/students/${ids.studentId}`, stranger: 'refused' },
    'post /api/students/:id/restore': {
      path: `/api/students/${ids.studentId}/restore`,
      body: {},
      stranger: 'refused',
    },
    'get /api/students/:id/known': {
      path: `/api/students/${ids.studentId}/known?on=2026-06-01`,
      stranger: 'refused',
    },
    'get /api/students/:id/lines': { path: `/api/students/${ids.studentId}/lines`, stranger: 'refused' },
    'get /api/students/:id/lines/:line': {
      path: `/api/students/${ids.studentId}/lines/toes`,
      stranger: 'refused',
    },
    'get /api/places': { path: '/api/places', stranger: 'own-data' },
    'get /api/places/:id': { path: `/api/places/${placeId}`, stranger: 'refused' },
    'put /api/places/:id': {
      path: `/api/places/${placeId}`,
      body: { revision: 1, name: 'Taken over', kind: 'home', marks: [] },
      stranger: 'refused',
    },
    'delete /api/places/:id': { path: `/api/places/${placeId}`, stranger: 'refused' },
    'post /api/places/:id/restore': { path: `/api/places/${placeId}/restore`, body: {}, stranger: 'refused' },
    'get /api/eye': { path: '/api/eye', stranger: 'own-data' },
    'get /api/methods': { path: '/api/methods', stranger: 'own-data' },
    'get /api/methods/:id': { path: `/api/methods/${methodId}`, stranger: 'refused' },
    'put /api/methods/:id': {
      path: `/api/methods/${methodId}`,
      body: { revision: 1, method: { ...ALL_PARALLEL, name: 'Taken over' } },
      stranger: 'refused',
    },
    'delete /api/methods/:id': { path: `/api/methods/${methodId}`, stranger: 'refused' },
    'post /api/methods/:id/restore': {
      path: `/api/methods/${methodId}/restore`,
      body: {},
      stranger: 'refused',
    },
    'get /api/station-plans': { path: '/api/station-plans', stranger: 'own-data' },
    'get /api/station-plans/:id': { path: `/api/station-plans/${planId}`, stranger: 'refused' },
    'put /api/station-plans/:id': {
      path: `/api/station-plans/${planId}`,
      body: planBody(1),
      stranger: 'refused',
    },
    'delete /api/station-plans/:id': { path: `/api/station-plans/${planId}`, stranger: 'refused' },
    'post /api/station-plans/:id/restore': {
      path: `/api/station-plans/${planId}/restore`,
      body: {},
      stranger: 'refused',
    },
    'post /api/print': { path: '/api/print', body: {}, stranger: 'refused' },
    'get /api/students/:id/take-home': {
      path: `/api/students/${ids.studentId}/take-home`,
      stranger: 'refused',
    },
    'put /api/hand-outs/:id': {
      path: `/api/hand-outs/${handOutId}`,
      body: handOutBody(1),
      stranger: 'refused',
    },
    'get /api/hand-outs/:id/file': { path: `/api/hand-outs/${handOutId}/file`, stranger: 'refused' },
    'delete /api/hand-outs/:id': { path: `/api/hand-outs/${handOutId}`, stranger: 'refused' },
    'post /api/hand-outs/:id/restore': {
      path: `/api/hand-outs/${handOutId}/restore`,
      body: {},
      stranger: 'refused',
    },
    'post /api/students/:id/student-links': {
      path: `/api/students/${ids.studentId}/student-links`,
      body: { recipient: 'a@b.example', days: 3 },
      stranger: 'refused',
    },
    'delete /api/student-links/:id': { path: `/api/student-links/${linkId}`, stranger: 'refused' },
    'post /api/students/:id/consents': {
      path: `/api/students/${ids.studentId}/consents`,
      body: { scope: 'link', givenBy: 'Guardian', givenOn: '2026-04-17' },
      stranger: 'refused',
    },
    'delete /api/consents/:id': { path: `/api/consents/${consentId}`, stranger: 'refused' },
    'get /api/take-home': { path: '/api/take-home', stranger: 'refused' },
    'put /api/take-home/self-checks/:id': {
      path: `/api/take-home/self-checks/${randomUUID()}`,
      body: { takenOn: '2026-04-18', drillDone: true },
      stranger: 'refused',
    },
    'get /api/settings': { path: '/api/settings', stranger: 'own-data' },
    'put /api/settings': { path: '/api/settings', body: {}, stranger: 'refused' },
    'get /api/today/:date': { path: '/api/today/2026-04-17', stranger: 'own-data' },
    'get /api/lessons/:id': { path: `/api/lessons/${ids.lessonId}`, stranger: 'refused' },
    'put /api/lessons/:id': { path: `/api/lessons/${ids.lessonId}`, body: lesson, stranger: 'refused' },
    'delete /api/lessons/:id': { path: `/api/lessons/${ids.lessonId}`, stranger: 'refused' },
    'post /api/lessons/:id/restore': {
      path: `/api/lessons/${ids.lessonId}/restore`,
      body: {},
      stranger: 'refused',
    },
    'get /api/checks/:id': { path: `/api/checks/${ids.checkId}`, stranger: 'refused' },
    'get /api/checks/:id/versions': { path: `/api/checks/${ids.checkId}/versions`, stranger: 'refused' },
    'put /api/checks/:id': { path: `/api/checks/${ids.checkId}`, body: check, stranger: 'refused' },
    'delete /api/checks/:id': { path: `/api/checks/${ids.checkId}`, stranger: 'refused' },
    'post /api/checks/:id/restore': {
      path: `/api/checks/${ids.checkId}/restore`,
      body: {},
      stranger: 'refused',
    },
  };
  return calls[route];
}

function planBody(revision: number): StationPlanInput {
  return {
    revision,
    name: 'North rim, irons',
    placeId: null,
    plan: {
      methodId: 'all-parallel',
      clubGroup: 'mid-iron',
      handedness: 'right',
      targetName: 'Barge',
      targetDistanceM: 150,
      gateM: 2,
      slideAheadM: 0.4,
      rodM: 1.22,
      sightFromM: 2.5,
    },
  };
}

function handOutBody(revision: number): HandOutInput {
  return { revision, checkId: ids.checkId, drillId: 'toe-rod', dose: '', own: '', junior: false };
}

const PUBLIC = [
  'get /api/take-home',
  'put /api/take-home/self-checks/:id',
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
  ids = await saveWorkedCheck(owner);
  await owner.put(`/api/places/${placeId}`, { revision: 0, name: 'Rim', kind: 'range', marks: [] });
  await owner.put(`/api/station-plans/${planId}`, planBody(0));
  await owner.put(`/api/hand-outs/${handOutId}`, handOutBody(0));
  const link = await owner.post(`/api/students/${ids.studentId}/student-links`, {
    recipient: 'runa@post.example',
    days: 3,
  });
  linkId = (link.body as StudentLinkView).id;
  const consents = await owner.post(`/api/students/${ids.studentId}/consents`, {
    scope: 'link',
    givenBy: 'A guardian',
    givenOn: '2026-04-17',
  });
  consentId = (consents.body as ConsentView[])[0]?.id ?? '';
  const boss = (await app.signedIn(home, 'head')).client;
  const invitation = { name: 'Teo Halvard', email: 'teo@tarnside.example', role: 'instructor' };
  await boss.post('/api/invitations', invitation);
  invitationId = ((await boss.get('/api/invitations')).body as InvitationView[])[0]?.id ?? '';
  const method = { ...ALL_PARALLEL, name: 'Rim school' };
  await owner.put(`/api/methods/${methodId}`, { revision: 0, method });
});

afterAll(() => app.stop());

describe('every route', () => {
  const routes = allRoutes({
    db: undefined as never,
    limits: undefined as never,
    guesses: undefined as never,
    origins: undefined as never,
    printer: undefined as never,
    answerer: undefined as never,
    postBox: undefined as never,
    setupCode: undefined,
  });
  const names = routes.map((r) => `${r.method} ${r.path}`);

  it('has an entry in this walk', () => {
    expect(names.filter((name) => callOf(name) === undefined)).toEqual([]);
  });

  it('is public only where it is listed as public', () => {
    const open = routes.filter((r) => r.access === 'public').map((r) => `${r.method} ${r.path}`);
    expect(open.toSorted()).toEqual(PUBLIC.toSorted());
  });

  it.each(names.filter((name) => !PUBLIC.includes(name)))(
    '%s answers 401 without a session',
    async (name) => {
      const call = callOf(name);
      const answer = await app.client().send(name.split(' ')[0] ?? '', call?.path ?? '', call?.body);
      expect(answer.status).toBe(401);
      expect(answer.body).toMatchObject({ code: 'not-signed-in' });
    },
  );

  const withIds = names.filter((name) => name.includes(':id'));

  it.each(withIds)('%s answers 404 to another academy’s head', async (name) => {
    const call = callOf(name);
    expect(call?.stranger).toBe('refused');
    expect((await stranger.send(name.split(' ')[0] ?? '', call?.path ?? '', call?.body)).status).toBe(404);
  });

  // Places and methods belong to the academy: every instructor of it stands on the same ground.
  const ofOneInstructor = withIds.filter(
    (name) =>
      !/\/api\/(places|methods|station-plans|take-home)\//.test(name) &&
      routes.every((r) => r.access !== 'head' || `${r.method} ${r.path}` !== name),
  );

  it.each(ofOneInstructor)('%s answers 404 to another instructor of the academy', async (name) => {
    const call = callOf(name);
    expect((await colleague.send(name.split(' ')[0] ?? '', call?.path ?? '', call?.body)).status).toBe(404);
  });

  const forHeads = routes.filter((r) => r.access === 'head').map((r) => `${r.method} ${r.path}`);

  it.each(forHeads)('%s answers 403 to an instructor who is no head', async (name) => {
    const call = callOf(name);
    const answer = await colleague.send(name.split(' ')[0] ?? '', call?.path ?? '', call?.body);
    expect(answer.status).toBe(403);
    expect(answer.body).toMatchObject({ code: 'head-only' });
  });

  const open = routes.filter((r) => r.access === 'signed-in' || r.access === 'head');

  it.each(open.map((r) => `${r.method} ${r.path}`))('%s answers 423 on a locked device', async (name) => {
    const locked = (await app.signedIn(await app.academy('Locked'), 'head')).client;
    await locked.post('/api/session/lock', {});
    const call = callOf(name);
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
