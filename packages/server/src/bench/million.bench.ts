import { listMeasuredChecks } from '../checks/measured-line-repository.ts';
import { listChecksOfLessons } from '../checks/check-repository.ts';
import { type Database, openDatabase, type Queries } from '../database/database.ts';
import { retried } from '../database/retried.ts';
import { sql } from '../database/sql.ts';
import { openSession } from '../identity/session-repository.ts';
import {
  listLessonsBefore,
  listLessonsDue,
  listLessonsOfDay,
  listLessonsOfStudent,
} from '../lessons/lesson-repository.ts';
import { withLastCold } from '../roster/last-cold.ts';
import { refreshStandings } from '../roster/refresh-standings.ts';
import { cohortOf, listRoster } from '../roster/roster-repository.ts';
import { findStudent, listStudents } from '../students/student-repository.ts';
import { type Figure, median, quantile, timesOf } from './figures.ts';
import { type AcademySize, type Million, MILLION, seedMillion, studentId, TODAY } from './million-data.ts';
import { RawClient } from './raw-client.ts';
import { rowsRead } from './rows.bench.ts';

/** How many read at once, and how often each. */
export interface PageLoad {
  readonly readers: number;
  readonly each: number;
}

/** A page, and the queries behind it. */
interface Page {
  readonly name: string;
  readonly path: (n: number) => string;
  /** The same from the database alone. @returns how many rows are shown */
  readonly bare: (db: Queries, n: number) => Promise<number>;
}

function pagesOf({ actor }: Million, { students, lessonsEach }: AcademySize): readonly Page[] {
  const roster = (query: string, wish: Partial<Parameters<typeof listRoster>[2]>): Page => ({
    name: `roster, ${query === '' ? 'due first' : query}`,
    path: () => `/api/roster?${query}`,
    bare: async (db) => (await listRoster(db, actor, { sort: 'due', after: null, ...wish })).entries.length,
  });
  return [
    {
      name: `a student with ${lessonsEach} lessons`,
      path: (n) => `/api/students/${studentId(2 + (n % (students - 1)))}`,
      bare: async (db, n) => {
        const id = studentId(2 + (n % (students - 1)));
        await findStudent(db, actor, id);
        const { lessons } = await listLessonsOfStudent(db, actor, { studentId: id });
        const shown = await listChecksOfLessons(
          db,
          actor,
          lessons.map((lesson) => lesson.id),
        );
        return lessons.length + shown.length;
      },
    },
    {
      name: `lines of a student with ${4 * lessonsEach} lessons`,
      path: () => `/api/students/${studentId(1)}/lines`,
      bare: async (db) =>
        (await listMeasuredChecks(db, actor, { studentId: studentId(1) })).flatMap((check) => check.lines)
          .length,
    },
    {
      name: 'students, the first page',
      path: () => '/api/students',
      bare: async (db) => (await listStudents(db, actor)).students.length,
    },
    {
      name: 'students found by name',
      path: () => `/api/students?find=${students - 1}`,
      bare: async (db) => (await listStudents(db, actor, { find: String(students - 1) })).students.length,
    },
    roster('', {}),
    roster('sort=relapsed&flag=relapse', { sort: 'relapsed', flag: 'relapse' }),
    roster('sort=name', { sort: 'name' }),
    roster('out=shoulders', { out: 'shoulders' }),
    {
      name: 'a cohort of all',
      path: () => '/api/roster/cohort',
      bare: async (db) => (await cohortOf(db, actor, { help: 'blind' })).lines.length,
    },
    {
      name: 'today',
      path: () => `/api/today/${TODAY}`,
      bare: async (db) => {
        const lists = [
          await listLessonsOfDay(db, actor, TODAY),
          await listLessonsBefore(db, actor, TODAY, 24),
          await listLessonsDue(db, actor, TODAY, 24),
        ];
        return (await withLastCold(db, actor, lists.flat(), TODAY)).length;
      },
    },
  ];
}

async function measure(
  page: Page,
  { db, base, token }: { readonly db: Database; readonly base: string; readonly token: string },
  { readers, each }: PageLoad,
): Promise<readonly Figure[]> {
  const clients = await Promise.all(Array.from({ length: readers }, () => RawClient.open(base)));
  const http = async (client: number, n: number): Promise<void> => {
    const head = `GET ${page.path(n)} HTTP/1.1\r\nCookie: lotrecht_session=${token}\r\n`;
    const status = await clients[client]?.ask(head);
    if (status !== 200) throw new Error(`${page.path(n)} answered ${status}`);
  };
  const bare = async (_client: number, n: number): Promise<void> => void (await page.bare(db, n));
  await timesOf(readers, 2, http);
  const overHttp = await timesOf(readers, each, http);
  for (const client of clients) client.close();
  await timesOf(readers, 2, bare);
  const alone = await timesOf(readers, each, bare);
  const { rows, shown } = await rowsRead(db, (tx) => page.bare(tx, 7));
  return [
    {
      name: `a million lines: ${page.name}, ${readers} readers, p95`,
      value: quantile(overHttp, 0.95),
      unit: 'ms',
      ratio: median(overHttp) / median(alone),
      base: `the same SQL, medians of ${median(alone).toFixed(1)} ms`,
    },
    {
      name: `a million lines: ${page.name}, rows read`,
      value: rows,
      unit: 'rows',
      ratio: rows / Math.max(1, shown),
      base: `${shown} shown`,
    },
  ];
}

const PATIENCE_MS = 60_000;

/** What the pages of a large academy cost. @param base where a server of this database is served */
export async function benchMillion(
  databaseUrl: string,
  base: string,
  {
    size = MILLION,
    load = { readers: 16, each: 25 },
  }: { readonly size?: AcademySize; readonly load?: PageLoad } = {},
): Promise<readonly Figure[]> {
  const db = openDatabase(databaseUrl);
  const seededAt = performance.now();
  const million = await seedMillion(db, size);
  const figures: Figure[] = [
    { name: 'a million lines: seeded', value: (performance.now() - seededAt) / 1000, unit: 's' },
    { name: 'a million lines: lines', value: million.lines, unit: 'rows' },
  ];
  const { academyId } = million.actor;
  await db.exec(
    sql`INSERT IGNORE INTO standing_due (academy_id, student_id) SELECT academy_id, id FROM student`,
  );
  const standingsAt = performance.now();
  let done = 0;
  // The server refreshes them as well, and just after a million rows its disk has other things to do: it is waited for.
  for (let n = -1; n !== 0; done += n)
    n = await retried(() => refreshStandings(db, { academyId, limit: 50 }), PATIENCE_MS);
  done += 1;
  figures.push({
    name: `a million lines: standing of a student with ${size.lessonsEach} lessons`,
    value: (performance.now() - standingsAt) / done,
    unit: 'ms',
  });
  await db.exec(sql`ANALYZE TABLE student_standing, line_standing`);
  const token = await openSession(db, million.actor, 'bench');
  for (const page of pagesOf(million, size))
    figures.push(...(await measure(page, { db, base, token }, load)));
  await db.close();
  return figures;
}
