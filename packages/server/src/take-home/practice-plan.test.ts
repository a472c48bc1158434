import { randomUUID } from 'node:crypto';
import {
  type FadingView,
  type NewStudentLinkView,
  type PlanPage,
  type StudentLinkPage,
} from '@lotrecht/records';
import ICAL from 'ical.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { saveWorkedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';

let app: TestApp;
let client: TestClient;
let studentId: string;
const planId = randomUUID();
const [first, second] = [randomUUID(), randomUUID()];
const day = (inDays: number): string => new Date(Date.now() + inDays * 86_400_000).toISOString().slice(0, 10);
const plan = {
  oneThing: 'toes',
  line: 'toes',
  place: 'range',
  drills: [{ id: 'toe-rod', minutes: 6, reps: 10 }],
  sessions: [
    { id: second, on: day(3) },
    { id: first, on: day(0) },
  ],
  remindAt: '17:30',
};

beforeAll(async () => {
  app = await startTestApp();
  client = (await app.signedIn(await app.academy('Tarnside'), 'instructor')).client;
  ({ studentId } = await saveWorkedCheck(client));
  const kept = await client.put(`/api/practice-plans/${planId}`, {
    revision: 0,
    studentId,
    startsOn: day(-20),
    note: 'Slowly.',
    plan,
  });
  expect(kept.status).toBe(200);
});
afterAll(() => app.stop());

async function newLink(): Promise<NewStudentLinkView & { readonly token: string }> {
  const answer = await client.post(`/api/students/${studentId}/student-links`, {
    recipient: 'runa@post.example',
    days: 30,
  });
  const link = answer.body as NewStudentLinkView;
  return { ...link, token: link.address.split('#')[1] ?? '' };
}
const pageOf = async (token: string): Promise<PlanPage> => {
  const { body } = await app
    .client()
    .send('GET', '/api/take-home', undefined, { Authorization: `Bearer ${token}` });
  const { plan: page } = body as StudentLinkPage;
  if (page === null) throw new Error('a plan was made');
  return page;
};
const send = (token: string, to: string, body: unknown) =>
  app
    .client()
    .send('PUT', `/api/take-home/${to}/${randomUUID()}`, body, { Authorization: `Bearer ${token}` });
const fading = async (): Promise<FadingView> =>
  ((await client.get(`/api/students/${studentId}/fading`)).body as { fading: FadingView }).fading;

/** Days and summaries of a calendar, by a parser that did not write it. */
function eventsIn(
  text: string,
): readonly { readonly on: string; readonly summary: string; readonly alarms: number }[] {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  return calendar
    .getAllSubcomponents('vevent')
    .map((event) => ({
      on: String(event.getFirstPropertyValue('dtstart')),
      summary: String(event.getFirstPropertyValue('summary')),
      alarms: event.getAllSubcomponents('valarm').length,
    }))
    .toSorted((a, b) => a.on.localeCompare(b.on));
}

describe('a practice plan by the student’s link', () => {
  it('leads block by block, with the drill drawn at their own sizes', async () => {
    const { token } = await newLink();
    const page = await pageOf(token);
    expect(page).toMatchObject({ id: planId, oneThing: 'Toes', stage: 'rods', note: 'Slowly.' });
    expect(page.sessions.map(({ id, doneOn }) => [id, doneOn])).toEqual([
      [first, null],
      [second, null],
    ]);
    expect(page.blocks.map(({ block }) => block)).toEqual(['looks', 'drill:toe-rod', 'performance', 'check']);
    expect(page.blocks[1]?.drawing).toContain('from the ball');
    expect(page.blocks[1]?.dose).toBe('10 times, about 6 minutes, with rods down.');
  });

  it('leads through a drill of the academy’s own, with the aids of the one it was copied from', async () => {
    const id = randomUUID();
    const drill = { basedOn: 'toe-rod', steps: ['Breathe out.'], feel: '', junior: [], minutes: 4, reps: 5 };
    expect((await client.put(`/api/own-drills/${id}`, { revision: 0, name: 'Ours', drill })).status).toBe(
      200,
    );
    const drills = [{ id: `own-${id}`, minutes: 4, reps: 5 }];
    const changed = await client.send('PATCH', `/api/practice-plans/${planId}`, {
      revision: 1,
      plan: { drills },
    });
    expect(changed.status).toBe(200);
    const { token } = await newLink();
    const [, block] = (await pageOf(token)).blocks;
    expect(block).toMatchObject({ block: `drill:own-${id}`, title: 'Ours', steps: ['Breathe out.'] });
    expect(block?.drawing).toContain('from the ball');
    const back = { revision: 2, plan: { drills: plan.drills } };
    expect((await client.send('PATCH', `/api/practice-plans/${planId}`, back)).status).toBe(200);
  });

  it('keeps what was done of a session once, with its question; the help fades by what was read', async () => {
    const { token } = await newLink();
    const session = {
      planId,
      sessionId: first,
      stage: 'rods',
      blocks: [{ block: 'drill:toe-rod', done: true }],
    };
    const done = {
      doneOn: day(0),
      startedAt: new Date().toISOString(),
      practice: {
        exercise: 'session',
        wanted: 4,
        done: 4,
        seconds: 500,
        spoken: false,
        oddness: 6,
        session: { ...session, felt: 'right', question: 'Is odd right?' },
      },
    };
    expect((await send(token, 'practice', done)).status).toBe(204);
    const wrong = { ...done, practice: { ...done.practice, session: { ...session, felt: 'up' } } };
    expect((await send(token, 'practice', wrong)).body).toMatchObject({
      errors: [{ path: '/practice/session/felt' }],
    });
    expect((await pageOf(token)).sessions[0]).toEqual({ id: first, on: day(0), doneOn: day(0) });
    const read = (mm: number, inDays: number) =>
      send(token, 'self-checks', {
        takenOn: day(inDays),
        drillDone: true,
        reading: { by: 'gaps', leadGapMm: 570, trailGapMm: 570 + mm, baseMm: 450 },
      });
    for (const [mm, inDays] of [
      [1, -16],
      [-2, -12],
      [0, -8],
      [2, -4],
    ] as const)
      // prettier-ignore
      expect((await read(mm, inDays)).status).toBe(204);
    const well = await fading();
    expect(well).toMatchObject({ planId, days: [day(-16), day(-12), day(-8), day(-4)] });
    expect(well.stage).not.toBe('rods');
    expect((await pageOf(token)).why).toContain('Two checks in a row were as wanted');
    for (const inDays of [-2, -1]) expect((await read(90, inDays)).status).toBe(204);
    const lost = await fading();
    expect(lost.steps.at(-1)?.why).toBe('one-out');
    expect((await pageOf(token)).why).toContain('one step back');
  });

  it('reads another line by where a club points', async () => {
    const { token } = await newLink();
    const before = await fading();
    const reading = { by: 'pointsAt', line: 'shoulders', lateralM: 4, distanceM: 150 };
    expect((await send(token, 'self-checks', { takenOn: day(0), drillDone: false, reading })).status).toBe(
      204,
    );
    const { body } = await client.get(`/api/students/${studentId}/lines/shoulders`);
    expect(JSON.stringify(body)).toContain('"student"');
    expect((await fading()).days).toEqual(before.days);
  });
});

describe('the calendar of a plan', () => {
  it('is read by another parser: its days, a reminder, no name and no finding', async () => {
    const { token, id } = await newLink();
    const path = (await pageOf(token)).calendarPath ?? '';
    expect(path).not.toContain(token);
    const feed = await app.client().file('GET', path);
    expect(feed).toMatchObject({ status: 200, type: 'text/calendar' });
    const text = feed.bytes.toString('utf8');
    expect(eventsIn(text)).toEqual([
      { on: day(0), summary: 'Practice on the range, 15 minutes', alarms: 1 },
      { on: day(3), summary: 'Practice on the range, 15 minutes', alarms: 1 },
    ]);
    for (const said of ['Runa', 'oes', 'Slowly']) expect(text).not.toContain(said);
    const own = await client.file('GET', `/api/students/${studentId}/practice-calendar`);
    expect(eventsIn(own.bytes.toString('utf8'))).toHaveLength(2);
    // Closed with its link, at once; the address of the link itself opens no calendar.
    expect((await app.client().get(`/api/calendars/${token}`)).status).toBe(404);
    expect((await client.delete(`/api/student-links/${id}`)).status).toBe(204);
    expect(await app.client().get(path)).toMatchObject({ status: 404, body: { code: 'link-over' } });
  });
});
