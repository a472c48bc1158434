import { randomUUID } from 'node:crypto';
import { type CohortView, type InstructorView, type RosterEntry, type RosterView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { INSTRUCTORS } from '@lotrecht/demo';
import { type Actor } from '../access/actor.ts';
import { saveWorkedCheck, workedCheck } from '../test/documents.ts';
import { createDemoDatabase, DEMO_PASSWORD } from '../test/demo-database.ts';
import { PASSWORD, serveTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { refreshStandings } from './refresh-standings.ts';
import { PAGE_ROWS, type RosterWish, selectRoster } from './roster-repository.ts';

let app: TestApp;
let head: TestClient;
let academyId: string;

beforeAll(async () => {
  app = await serveTestApp(await createDemoDatabase());
  head = app.client();
  const email = INSTRUCTORS.find((i) => i.role === 'head')?.email;
  expect((await head.post('/api/session', { email, password: DEMO_PASSWORD })).status).toBe(200);
  ({ id: academyId } = await app.db.one<{ id: string }>(sql`SELECT id FROM academy`));
});
afterAll(() => app.stop());

async function rosterOf(query = '', client = head): Promise<RosterView> {
  const { status, body } = await client.get(`/api/roster?${query}`);
  expect([query, status]).toEqual([query, 200]);
  return body as RosterView;
}

async function entryOf(studentId: string, client = head): Promise<RosterEntry | undefined> {
  return (await rosterOf('sort=name', client)).entries.find((e) => e.studentId === studentId);
}

/** A head of an academy of their own. */
async function freshHead(): Promise<TestClient> {
  return (await app.signedIn(await app.academy('Away'), 'head')).client;
}

describe('the roster', () => {
  it('has every student of the academy once, up to date at the first look', async () => {
    const { entries, next, behind } = await rosterOf();
    expect([entries.length, next, behind]).toEqual([24, null, 0]);
    expect(new Set(entries.map((e) => e.instructor.name)).size).toBeGreaterThan(1);
    for (const entry of entries) {
      expect(entry.lessonCount).toBeGreaterThanOrEqual(3);
      expect(entry.dueOn?.localeCompare(entry.lastLessonOn ?? '')).toBe(1);
    }
  });

  it('is ordered by who is due, who was seen, who has relapsed, and by name', async () => {
    const of = async (sort: string) => (await rosterOf(`sort=${sort}`)).entries;
    const due = (await of('due')).map((e) => e.dueOn ?? '');
    expect(due).toEqual(due.toSorted());
    const last = (await of('last')).map((e) => e.lastLessonOn ?? '');
    expect(last).toEqual(last.toSorted().toReversed());
    const relapsed = (await of('relapsed')).map(
      (e) => e.flags.filter((f) => f.code === 'relapse').length > 0,
    );
    expect(relapsed[0]).toBe(true);
    expect(relapsed).toEqual(relapsed.toSorted((a, b) => Number(b) - Number(a)));
    const names = (await of('name')).map((e) => e.name);
    expect(names).toHaveLength(24);
    expect(names).toEqual(names.toSorted((a, b) => a.localeCompare(b)));
  });

  it('is filtered by instructor, by day, by flag, by a line that was out, and by method', async () => {
    const all = (await rosterOf()).entries;
    const instructor = all[0]?.instructor.id ?? '';
    const expected: readonly (readonly [string, (e: RosterEntry) => boolean])[] = [
      [`instructor=${instructor}`, (e) => e.instructor.id === instructor],
      ['due=2026-11-24', (e) => (e.dueOn ?? '9') <= '2026-11-24'],
      ['flag=relapse', (e) => e.flags.some((f) => f.code === 'relapse')],
      ['flag=stable', (e) => e.flags.some((f) => f.code === 'stable')],
      ['out=shoulders', (e) => e.out.includes('shoulders')],
      [`method=${all[0]?.methodId ?? 'none'}`, (e) => e.methodId === all[0]?.methodId],
      [
        `instructor=${instructor}&flag=relapse`,
        (e) => e.instructor.id === instructor && e.flags.some((f) => f.code === 'relapse'),
      ],
    ];
    for (const [query, fits] of expected) {
      const { entries } = await rosterOf(query);
      expect([query, entries.map((e) => e.studentId)]).toEqual([
        query,
        all.filter(fits).map((e) => e.studentId),
      ]);
      expect([query, entries.length < all.length || query.startsWith('method')]).toEqual([query, true]);
    }
  });

  it.each([
    ['sort=age', '/sort'],
    ['instructor=me', '/instructor'],
    ['due=soon', '/due'],
    ['flag=red', '/flag'],
    ['out=elbows', '/out'],
    ['after=%5B1%5D', '/after'],
    ['after=x', '/after'],
    ['method=%27', '/method'],
  ])('refuses %s by name', async (query, path) => {
    const { status, body } = await head.get(`/api/roster?${query}`);
    expect([status, body]).toMatchObject([422, { errors: [{ path }] }]);
  });

  it('follows what changes: a lesson, a check, a deletion, and an undo', async () => {
    const client = await freshHead();
    const { studentId, lessonId, checkId } = await saveWorkedCheck(client);
    expect(await entryOf(studentId, client)).toMatchObject({ lessonCount: 1, dueOn: '2026-05-08', out: [] });
    const cold = {
      revision: 1,
      lessonId,
      document: workedCheck(),
      circumstances: { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' },
    };
    expect((await client.put(`/api/checks/${checkId}`, cold)).status).toBe(200);
    expect((await entryOf(studentId, client))?.out).toContain('toes');
    await client.delete(`/api/checks/${checkId}`);
    expect((await entryOf(studentId, client))?.out).toEqual([]);
    await client.post(`/api/checks/${checkId}/restore`, {});
    expect((await entryOf(studentId, client))?.out).toContain('toes');
    const lesson = { revision: 1, studentId, heldOn: '2026-04-17', nextOn: '2026-04-20', notes: '' };
    await client.put(`/api/lessons/${lessonId}`, lesson);
    expect(await entryOf(studentId, client)).toMatchObject({ dueOn: '2026-04-20' });
    await client.delete(`/api/lessons/${lessonId}`);
    expect(await entryOf(studentId, client)).toMatchObject({ lessonCount: 0, dueOn: null, out: [] });
    await client.delete(`/api/students/${studentId}`);
    expect(await entryOf(studentId, client)).toBeUndefined();
    await client.post(`/api/students/${studentId}/restore`, {});
    expect(await entryOf(studentId, client)).toBeDefined();
  });

  it('of hundreds is read a page at a time, in order, nobody twice, and no row that is not shown', async () => {
    const signed = await app.signedIn(await app.academy('Of hundreds'), 'head');
    const { academyId: id, instructorId } = signed.actor;
    const people = Array.from({ length: 130 }, (_, i) => ({
      id: randomUUID(),
      n: String(i).padStart(3, '0'),
    }));
    for (const { id: studentId, n } of people) {
      await app.db.exec(sql`
        INSERT INTO student (academy_id, id, instructor_id, name, handedness, minor, notes)
        VALUES (${id}, ${studentId}, ${instructorId}, ${`Student ${n}`}, 'left', FALSE, '')`);
      const due = Number(n) % 10 === 0 ? null : `2026-12-${String((Number(n) % 28) + 1).padStart(2, '0')}`;
      await app.db.exec(sql`
        INSERT INTO student_standing (academy_id, student_id, instructor_id, lesson_count, last_lesson_on, due_on, relapsed)
        VALUES (${id}, ${studentId}, ${instructorId}, 1, ${due}, ${due}, ${Number(n) % 3})`);
    }
    await app.db.exec(sql`ANALYZE TABLE student, student_standing`);
    for (const sort of ['due', 'last', 'relapsed', 'name'] as const) {
      const seen: string[] = [];
      let after: string | null = '';
      while (after !== null) {
        const page: RosterView = await rosterOf(
          `sort=${sort}&after=${encodeURIComponent(after)}`,
          signed.client,
        );
        expect(page.entries.length).toBeLessThanOrEqual(PAGE_ROWS);
        seen.push(...page.entries.map((e) => e.studentId));
        after = page.next;
      }
      expect([sort, seen.length, new Set(seen).size]).toEqual([sort, 130, 130]);
      expect([sort, await rowsRead(signed.actor, { sort, after: null })]).toEqual([sort, PAGE_ROWS + 1]);
    }
    // A filter that leaves nobody reads each student once, and nobody's lines.
    const { out, flag } = { out: 'toes', flag: 'stable' } as const;
    expect(await rowsRead(signed.actor, { sort: 'due', after: null, out, flag })).toBe(130);
    const { text } = selectRoster(signed.actor, { sort: 'due', after: null, out, flag });
    expect(text).not.toContain('line_standing');
  });
});

/** How many rows of the leading table a first page reads, by the database's own count. */
async function rowsRead(actor: Actor, wish: RosterWish): Promise<number> {
  const query = selectRoster(actor, wish);
  const row = await app.db.one<{ ANALYZE: string | object }>({
    text: `ANALYZE FORMAT=JSON ${query.text}`,
    values: query.values,
  });
  const plan = typeof row.ANALYZE === 'string' ? (JSON.parse(row.ANALYZE) as object) : row.ANALYZE;
  expect(JSON.stringify(plan)).not.toContain('filesort');
  const [first] = JSON.stringify(plan).matchAll(/"r_rows":([\d.]+)/g);
  return Number(first?.[1]);
}

describe('a cohort', () => {
  it('counts each student once a line, by verdict and word, and by hand, club and help', async () => {
    const { body } = await head.get('/api/roster/cohort');
    const { students, lines } = body as CohortView;
    expect(students).toBeGreaterThan(15);
    expect(students).toBeLessThanOrEqual(24);
    for (const { line, open, closed, verdicts } of lines) {
      const n = verdicts.in + verdicts.out + verdicts['cannot-tell'];
      expect([line, n <= students, open + closed]).toEqual([line, true, verdicts.out]);
    }
    const right = (await head.get('/api/roster/cohort?hand=right')).body as CohortView;
    const left = (await head.get('/api/roster/cohort?hand=left')).body as CohortView;
    expect(right.students + left.students).toBe(students);
    expect(left.students).toBeGreaterThan(0);
    const none = (await head.get('/api/roster/cohort?help=rods&club=wedge&hand=left')).body as CohortView;
    expect(none.students).toBeLessThan(students);
    expect((await head.get('/api/roster/cohort?help=luck')).status).toBe(422);
  });

  it('holds until something changes, counts the newest set-up over clubs, and lets go of who was deleted', async () => {
    const client = await freshHead();
    const cold = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;
    const { studentId, lessonId } = await saveWorkedCheck(client, 'right', { circumstances: cold });
    const counted = async (query = ''): Promise<readonly unknown[]> => {
      await refreshStandings(app.db, { limit: 100 });
      const { students, lines } = (await client.get(`/api/roster/cohort${query}`)).body as CohortView;
      const toes = lines.find(({ line }) => line === 'toes')?.verdicts;
      return [students, toes?.out ?? 0, toes?.in ?? 0];
    };
    expect(await counted()).toEqual([1, 1, 0]);
    expect(await counted()).toEqual([1, 1, 0]);
    const square = { ...workedCheck('right', 571), club: { group: 'driver' as const } };
    const body = { revision: 0, lessonId, document: square, circumstances: cold };
    expect((await client.put(`/api/checks/${randomUUID()}`, body)).status).toBe(200);
    const later = randomUUID();
    await client.put(`/api/lessons/${later}`, { revision: 0, studentId, heldOn: '2026-04-24', notes: '' });
    await client.put(`/api/checks/${randomUUID()}`, { ...body, lessonId: later });
    const [, out, within] = await counted();
    expect([out, Number(within) <= 1]).toEqual([0, true]);
    expect(await counted('?club=mid-iron')).toEqual([1, 1, 0]);
    await client.delete(`/api/students/${studentId}`);
    const { students } = (await client.get('/api/roster/cohort')).body as CohortView;
    expect(students).toBe(0);
  });

  it('says closed of a body that is turned away from the target, open of a face that is', async () => {
    const client = await freshHead();
    const { lessonId, checkId } = await saveWorkedCheck(client);
    await client.put(`/api/checks/${checkId}`, {
      revision: 1,
      lessonId,
      document: workedCheck(),
      circumstances: { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' },
    });
    await rosterOf('', client);
    const { lines } = (await client.get('/api/roster/cohort')).body as CohortView;
    expect(lines.find((l) => l.line === 'toes')).toMatchObject({ closed: 1, open: 0 });
    expect(lines.find((l) => l.line === 'face')?.closed).toBe(0);
  });
});

describe('a student who moves', () => {
  it('goes with all their history, and is seen by the other instructor and not by this one', async () => {
    const academy = await app.academy('Moving');
    const [boss, from, to] = await Promise.all([
      app.signedIn(academy, 'head'),
      app.signedIn(academy, 'instructor'),
      app.signedIn(academy, 'instructor'),
    ]);
    const { studentId, lessonId } = await saveWorkedCheck(from.client);
    const path = `/api/students/${studentId}/instructor`;
    const body = { instructorId: to.actor.instructorId };
    expect((await from.client.put(path, body)).status).toBe(403);
    expect((await boss.client.put(path, { instructorId: randomUUID() })).status).toBe(404);
    expect((await boss.client.put(path, body)).status).toBe(204);
    expect((await from.client.get(`/api/lessons/${lessonId}`)).status).toBe(404);
    expect((await to.client.get(`/api/lessons/${lessonId}`)).body).toMatchObject({ checks: [{}] });
    expect((await entryOf(studentId, boss.client))?.instructor.id).toBe(to.actor.instructorId);
    const suspended = await boss.client.put(`/api/instructors/${from.actor.instructorId}`, {
      suspended: true,
    });
    expect(suspended.status).toBe(204);
    expect((await boss.client.put(path, { instructorId: from.actor.instructorId })).status).toBe(404);
  });
});

describe('an instructor who is suspended', () => {
  it('is out at once, signs in no more, and comes back when the head says so', async () => {
    const academy = await app.academy('Suspending');
    const boss = await app.signedIn(academy, 'head');
    const one = await app.signedIn(academy, 'instructor');
    const path = `/api/instructors/${one.actor.instructorId}`;
    expect((await one.client.put(path, { suspended: true })).status).toBe(403);
    expect((await boss.client.put(path, { suspended: true })).status).toBe(204);
    expect((await one.client.get('/api/students')).status).toBe(401);
    const again = await app.client().post('/api/session', { email: one.email, password: PASSWORD });
    expect(again).toMatchObject({ status: 403, body: { code: 'suspended' } });
    const listed = (await boss.client.get('/api/instructors')).body as InstructorView[];
    expect(listed.find((i) => i.id === one.actor.instructorId)).toMatchObject({
      suspended: true,
      studentCount: 0,
    });
    await boss.client.put(path, { suspended: false });
    expect((await app.client().post('/api/session', { email: one.email, password: PASSWORD })).status).toBe(
      200,
    );
  });

  it('is never the last head who could let anyone in again', async () => {
    const academy = await app.academy('One head');
    const boss = await app.signedIn(academy, 'head');
    const path = `/api/instructors/${boss.actor.instructorId}`;
    expect((await boss.client.put(path, { suspended: true })).status).toBe(409);
    const other = await app.signedIn(academy, 'head');
    expect((await other.client.put(path, { suspended: true })).status).toBe(204);
    const last = await other.client.put(`/api/instructors/${other.actor.instructorId}`, { suspended: true });
    expect(last.status).toBe(409);
    const stranger = await freshHead();
    expect((await stranger.put(path, { suspended: false })).status).toBe(404);
  });
});

describe('standings', () => {
  it('that are behind follow a few at a time, and one that fails holds up no other academy', async () => {
    await app.db.exec(sql`
      INSERT IGNORE INTO standing_due (academy_id, student_id)
      SELECT academy_id, id FROM student WHERE academy_id = ${academyId}`);
    expect(await refreshStandings(app.db, { academyId, limit: 100, withinMs: -1 })).toBe(0);
    expect(await refreshStandings(app.db, { academyId, limit: 10 })).toBe(10);
    expect(await refreshStandings(app.db, { academyId, limit: 100 })).toBe(14);
    expect(await refreshStandings(app.db, { academyId, limit: 100 })).toBe(0);
  });

  it('are the same whether computed once or again, one at a time or together', async () => {
    const all = sql`SELECT * FROM line_standing WHERE academy_id = ${academyId} ORDER BY student_id, line, club_group, help`;
    const before = await app.db.many(all);
    await app.db.exec(sql`
      INSERT IGNORE INTO standing_due (academy_id, student_id)
      SELECT academy_id, id FROM student WHERE academy_id = ${academyId}`);
    await Promise.all([1, 2, 3].map(() => refreshStandings(app.db, { academyId, limit: 100 })));
    expect(await app.db.many(all)).toEqual(before);
  });
});
