import { randomUUID } from 'node:crypto';
import { type HandOutInput } from '@lotrecht/records';
import { KINDS } from '../records/kinds/index.ts';
import { idOfKind, practiceToday, sampleOf } from './samples.ts';
import { workedCheck } from './documents.ts';

/** Whose records a call is about. */
export interface Ids {
  readonly studentId: string;
  readonly lessonId: string;
  readonly checkId: string;
  readonly handOutId: string;
  readonly linkId: string;
  readonly consentId: string;
  readonly invitationId: string;
}

/** How a stranger would call a route with ids that are not theirs. */
export interface Call {
  readonly path: string;
  readonly body?: unknown;
  /** What a signed-in stranger gets: their own (empty) data, or a refusal. */
  readonly stranger: 'own-data' | 'refused';
}

/** How each route is called: one entry for every route there is, but for those that follow from a kind. */
export function callOf(route: string, ids: Ids): Call | undefined {
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
    'delete /api/invitations/:id': { path: `/api/invitations/${ids.invitationId}`, stranger: 'refused' },
    'get /api/consents/proposed': { path: '/api/consents/proposed', stranger: 'own-data' },
    'post /api/consents/:id/confirm': {
      path: `/api/consents/${ids.consentId}/confirm`,
      body: {},
      stranger: 'refused',
    },
    'get /api/links/:token': { path: '/api/links/guessed', stranger: 'refused' },
    'post /api/links/:token': { path: '/api/links/guessed', body: {}, stranger: 'refused' },
    'get /api/instructors': { path: '/api/instructors', stranger: 'own-data' },
    'get /api/post': { path: '/api/post', stranger: 'own-data' },
    'get /api/audit': { path: '/api/audit', stranger: 'own-data' },
    'get /api/sync': { path: '/api/sync?since=0', stranger: 'own-data' },
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
    'delete /api/instructors/:id/sessions': {
      path: `/api/instructors/${ids.studentId}/sessions`,
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
    'get /api/eye': { path: '/api/eye', stranger: 'own-data' },
    'post /api/print': { path: '/api/print', body: {}, stranger: 'refused' },
    'get /api/students/:id/take-home': {
      path: `/api/students/${ids.studentId}/take-home`,
      stranger: 'refused',
    },
    'put /api/hand-outs/:id': {
      path: `/api/hand-outs/${ids.handOutId}`,
      body: handOutBody(ids, 1),
      stranger: 'refused',
    },
    'get /api/hand-outs/:id/file': { path: `/api/hand-outs/${ids.handOutId}/file`, stranger: 'refused' },
    'delete /api/hand-outs/:id': { path: `/api/hand-outs/${ids.handOutId}`, stranger: 'refused' },
    'post /api/hand-outs/:id/restore': {
      path: `/api/hand-outs/${ids.handOutId}/restore`,
      body: {},
      stranger: 'refused',
    },
    'post /api/students/:id/student-links': {
      path: `/api/students/${ids.studentId}/student-links`,
      body: { recipient: 'a@b.example', days: 3 },
      stranger: 'refused',
    },
    'delete /api/student-links/:id': { path: `/api/student-links/${ids.linkId}`, stranger: 'refused' },
    'post /api/students/:id/consents': {
      path: `/api/students/${ids.studentId}/consents`,
      body: { scope: 'link', givenBy: 'Guardian', givenOn: '2026-04-17' },
      stranger: 'refused',
    },
    'delete /api/consents/:id': { path: `/api/consents/${ids.consentId}`, stranger: 'refused' },
    'get /api/take-home': { path: '/api/take-home', stranger: 'refused' },
    'put /api/take-home/self-checks/:id': {
      path: `/api/take-home/self-checks/${randomUUID()}`,
      body: { takenOn: '2026-04-18', drillDone: true },
      stranger: 'refused',
    },
    'get /api/calendars/:token': { path: '/api/calendars/guessed', stranger: 'refused' },
    'get /api/students/:id/fading': { path: `/api/students/${ids.studentId}/fading`, stranger: 'refused' },
    'get /api/students/:id/practice-calendar': {
      path: `/api/students/${ids.studentId}/practice-calendar`,
      stranger: 'refused',
    },
    'put /api/take-home/practice/:id': {
      path: `/api/take-home/practice/${randomUUID()}`,
      body: practiceToday(),
      stranger: 'refused',
    },
    'get /api/settings': { path: '/api/settings', stranger: 'own-data' },
    'put /api/settings': { path: '/api/settings', body: {}, stranger: 'refused' },
    'get /api/today/:date': { path: '/api/today/2026-04-17', stranger: 'own-data' },
    'get /api/lessons/:id': { path: `/api/lessons/${ids.lessonId}`, stranger: 'refused' },
    'get /api/lessons/:id/around': { path: `/api/lessons/${ids.lessonId}/around`, stranger: 'refused' },
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
  const [method = '', path = ''] = route.split(' ');
  // A part of what could be sent as a whole.
  if (method === 'patch' && calls[`put ${path}`] !== undefined)
    return { path: calls[`put ${path}`]?.path ?? '', body: { revision: 1 }, stranger: 'refused' };
  return calls[route] ?? callOfKind(method, path, ids);
}

/** What follows from a kind: all, one, and what changes one. */
function callOfKind(method: string, path: string, ids: Ids): Call | undefined {
  const kind = KINDS.find((k) => path === `/api/${k.path}` || path.startsWith(`/api/${k.path}/`));
  if (kind === undefined) return undefined;
  const whose = kind.owner === 'student' ? `?student=${ids.studentId}` : '';
  if (path === `/api/${kind.path}`) return { path: `${path}${whose}`, stranger: 'own-data' };
  const one = path.replace(':id', idOfKind(kind.name));
  if (method === 'put')
    return { path: one, body: { revision: 1, ...sampleOf(kind.name, ids) }, stranger: 'refused' };
  if (method === 'patch') return { path: one, body: { revision: 1 }, stranger: 'refused' };
  return { path: one, ...(method === 'post' && { body: {} }), stranger: 'refused' };
}

/** A hand-out about the check. */
export function handOutBody(ids: Ids, revision: number): HandOutInput {
  return { revision, checkId: ids.checkId, drillId: 'toe-rod', dose: '', own: '', junior: false };
}
