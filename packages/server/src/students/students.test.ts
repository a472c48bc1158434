import { randomUUID } from 'node:crypto';
import { type StudentListView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { refreshStandings } from '../roster/refresh-standings.ts';
import { saveWorkedCheck } from '../test/documents.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { PAGE_STUDENTS, selectPageOfStudents } from './student-repository.ts';

const MANY = 230;
let app: TestApp;
let head: { client: TestClient; actor: Actor };
let other: { client: TestClient; actor: Actor };

beforeAll(async () => {
  app = await startTestApp();
  const academyId = await app.academy('Of hundreds');
  head = await app.signedIn(academyId, 'head');
  other = await app.signedIn(academyId, 'instructor');
  for (let n = 0; n < MANY; n++) {
    const { instructorId } = n % 2 === 0 ? head.actor : other.actor;
    // Every fifth has the name of the one before.
    const name = `Student ${String(n - (n % 5 === 4 ? 1 : 0)).padStart(3, '0')}`;
    await app.db.exec(sql`
      INSERT INTO student (academy_id, id, instructor_id, name, handedness, minor, notes)
      VALUES (${academyId}, ${randomUUID()}, ${instructorId}, ${name}, 'left', FALSE, '')`);
  }
  await app.db.exec(sql`ANALYZE TABLE student`);
});
afterAll(() => app.stop());

async function page(client: TestClient, query = ''): Promise<StudentListView> {
  const { status, body } = await client.get(`/api/students?${query}`);
  expect(status).toBe(200);
  return body as StudentListView;
}

async function allOf(client: TestClient, find = ''): Promise<readonly string[]> {
  const seen: string[] = [];
  let after: string | null = '';
  while (after !== null) {
    const query = new URLSearchParams({ find, after }).toString();
    const { students, next }: StudentListView = await page(client, query);
    expect(students.length).toBeLessThanOrEqual(PAGE_STUDENTS);
    seen.push(...students.map((s) => `${s.name} ${s.id}`));
    after = next;
  }
  return seen;
}

/** How many rows of students a page reads, by the database's own count. */
async function rowsRead(actor: Actor): Promise<number> {
  const { text, values } = selectPageOfStudents(actor, {});
  const row = await app.db.one<{ ANALYZE: string | object }>({ text: `ANALYZE FORMAT=JSON ${text}`, values });
  const plan = typeof row.ANALYZE === 'string' ? row.ANALYZE : JSON.stringify(row.ANALYZE);
  expect(plan).not.toContain('filesort');
  const [, rows] = /"table_name":"s".*?"r_rows":([\d.]+)/.exec(plan.replaceAll(/\s/g, '')) ?? [];
  return Number(rows);
}

describe('the students of a large academy', () => {
  it('come a page at a time, in order, nobody twice, also those who share a name', async () => {
    for (const [client, expected] of [
      [head.client, MANY],
      [other.client, MANY / 2],
    ] as const) {
      const seen = await allOf(client);
      expect([seen.length, new Set(seen).size]).toEqual([expected, expected]);
      const names = seen.map((s) => s.slice(0, 11));
      expect(names).toEqual(names.toSorted());
    }
  });

  it('are read no further than they are shown', async () => {
    expect(await rowsRead(head.actor)).toBe(PAGE_STUDENTS + 1);
    expect(await rowsRead(other.actor)).toBe(PAGE_STUDENTS + 1);
  });

  it('have as many lessons as were held, whether that is kept already or still to be counted', async () => {
    const { studentId, lessonId } = await saveWorkedCheck(head.client);
    const listed = async () => (await page(head.client, 'find=Runa')).students;
    const one = { id: studentId, lessonCount: 1, lastLessonOn: '2026-04-17' };
    expect(await listed()).toMatchObject([one]);
    await refreshStandings(app.db, { academyId: head.actor.academyId, limit: MANY + 1 });
    expect(await listed()).toMatchObject([one]);
    await head.client.delete(`/api/lessons/${lessonId}`);
    expect(await listed()).toMatchObject([{ id: studentId, lessonCount: 0, lastLessonOn: null }]);
    await head.client.delete(`/api/students/${studentId}`);
  });

  it('are found by a part of the name, whatever case and accents, and by nothing that is no letter of it', async () => {
    expect(await allOf(head.client, 'student 22')).toHaveLength(10);
    expect(await allOf(head.client, 'ŚTÜDENT 229')).toHaveLength(0);
    expect(await allOf(head.client, 'ŚTÜDENT 228')).toHaveLength(2);
    for (const nothing of ['%', '_', '\\', "'", 'Student%0'])
      expect([nothing, await allOf(head.client, nothing)]).toEqual([nothing, []]);
  });

  it('are asked for in a form that is refused by name where it is none', async () => {
    for (const [query, path] of [
      ['after=x', '/after'],
      [`find=${'x'.repeat(121)}`, '/find'],
    ] as const) {
      const { status, body } = await head.client.get(`/api/students?${query}`);
      expect([status, body]).toMatchObject([422, { errors: [{ path }] }]);
    }
  });
});
