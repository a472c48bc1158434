import { randomUUID } from 'node:crypto';
import {
  type LastColdView,
  type LessonInput,
  type LessonView,
  type LineFlag,
  type TeeSheetEntry,
} from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { listOf, sql, type SqlFragment } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { type Scope, type Sees } from '../access/scope.ts';
import { type PageEnd } from '../http/query.ts';
import { visibleStudents } from '../access/visible.ts';
import { instructorNames } from '../identity/instructor-repository.ts';

/** A lesson without its checks. */
export type LessonRow = Omit<LessonView, 'checks'>;

/** A line of the tee sheet as it is stored, with what was computed of its student. */
export interface TeeSheetRow extends Omit<TeeSheetEntry, 'lastCold' | 'flags'> {
  /** The newest few cold lessons, newest first; null until computed. */
  readonly colds: readonly LastColdView[] | null;
  readonly flags: readonly LineFlag[] | null;
  /** Something of the student was changed since. */
  readonly outOfDate: boolean;
}

/** A lesson as the driver gives it: booleans are numbers. */
type StoredLesson = Omit<LessonRow, 'windy'> & { readonly windy: number };

function toRow(stored: StoredLesson): LessonRow {
  return { ...stored, windy: stored.windy === 1 };
}

function selectLessons(where: SqlFragment): SqlFragment {
  return sql`
    SELECT l.id, l.revision, l.student_id AS studentId, l.held_on AS heldOn, l.next_on AS nextOn,
           l.place_id AS placeId, p.name AS placeName, l.windy, l.notes, l.kind
    FROM lesson l JOIN student s ON s.academy_id = l.academy_id AND s.id = l.student_id
    LEFT JOIN place p FORCE INDEX (PRIMARY) ON p.academy_id = l.academy_id AND p.id = l.place_id
    WHERE ${where}`;
}

/** A page of a student's lessons. */
export interface LessonPage {
  readonly lessons: readonly LessonRow[];
  /** What to send for the next page; null: this was the last. */
  readonly next: string | null;
}

/** Lessons of a student on a page: a year of them, for who comes every other week. */
export const PAGE_LESSONS = 24;

/** A student's lessons, newest first, a page at a time. */
export async function listLessonsOfStudent(
  db: Queries,
  scope: Scope,
  { studentId, after }: { readonly studentId: string; readonly after?: PageEnd | undefined },
): Promise<LessonPage> {
  const from =
    after === undefined
      ? sql`TRUE`
      : sql`l.held_on <= ${after.value} AND (l.held_on < ${after.value} OR (l.created_at, l.id) < (
          SELECT e.created_at, e.id FROM lesson e WHERE e.academy_id = l.academy_id AND e.id = ${after.id}))`;
  const rows = await db.many<StoredLesson>(
    selectLessons(sql`${visibleStudents(scope)} AND s.id = ${studentId} AND s.deleted_at IS NULL
      AND l.deleted_at IS NULL AND ${from}
      ORDER BY l.held_on DESC, l.created_at DESC, l.id DESC LIMIT ${PAGE_LESSONS + 1}`),
  );
  const lessons = rows.slice(0, PAGE_LESSONS).map(toRow);
  const last = lessons.at(-1);
  const isLast = last === undefined || rows.length <= PAGE_LESSONS;
  return { lessons, next: isLast ? null : JSON.stringify([last.heldOn, last.id]) };
}

/** The day that is agreed for a student’s next lesson, YYYY-MM-DD; null: none is. */
export async function nextLessonOn(db: Queries, scope: Scope, studentId: string): Promise<string | null> {
  const row = await db.maybeOne<{ nextOn: string | null }>(sql`
    SELECT l.next_on AS nextOn FROM lesson l JOIN student s ON s.academy_id = l.academy_id AND s.id = l.student_id
    WHERE ${visibleStudents(scope)} AND l.student_id = ${studentId} AND l.kind = 'lesson' AND l.deleted_at IS NULL
      AND s.deleted_at IS NULL
    ORDER BY l.held_on DESC, l.id DESC LIMIT 1`);
  return row?.nextOn ?? null;
}

/** One lesson, if the actor may see its student. */
export async function findLesson(db: Queries, scope: Scope, id: string): Promise<LessonRow | undefined> {
  const row = await db.maybeOne<StoredLesson>(
    selectLessons(
      sql`${visibleStudents(scope)} AND l.id = ${id} AND l.deleted_at IS NULL AND s.deleted_at IS NULL`,
    ),
  );
  return row && toRow(row);
}

/** Some lessons, by their ids. */
export async function listLessonsById(
  db: Queries,
  scope: Scope,
  ids: readonly string[],
): Promise<readonly LessonRow[]> {
  if (ids.length === 0) return [];
  const rows = await db.many<StoredLesson>(
    selectLessons(sql`${visibleStudents(scope)} AND l.id IN (${listOf(ids)}) AND l.deleted_at IS NULL
      AND s.deleted_at IS NULL`),
  );
  return rows.map(toRow);
}

/** Whose a lesson is, deleted or not, if the actor may see the student. */
export async function studentOfLesson(db: Queries, scope: Scope, id: string): Promise<string | undefined> {
  const row = await db.maybeOne<{ id: string }>(sql`
    SELECT s.id FROM lesson l JOIN student s ON s.academy_id = l.academy_id AND s.id = l.student_id
    WHERE ${visibleStudents(scope)} AND l.id = ${id}`);
  return row?.id;
}

/** Adds a lesson under the id that the browser chose. @throws on an id that is taken (duplicate key) */
export async function insertLesson(db: Queries, actor: Actor, id: string, input: LessonInput): Promise<void> {
  await db.exec(sql`
    INSERT INTO lesson (academy_id, id, student_id, instructor_id, held_on, next_on, place_id, windy,
                        notes)
    VALUES (${actor.academyId}, ${id}, ${input.studentId}, ${actor.instructorId}, ${input.heldOn},
            ${input.nextOn ?? null}, ${input.placeId ?? null}, ${input.windy ?? false}, ${input.notes})`);
}

/** The lesson under which a day's readings at home are kept, made when there is none. @returns its id */
export async function selfLessonOn(
  db: Queries,
  actor: Actor,
  { studentId, heldOn }: { readonly studentId: string; readonly heldOn: string },
): Promise<string> {
  const known = await db.maybeOne<{ id: string }>(sql`
    SELECT l.id FROM lesson l
    WHERE l.academy_id = ${actor.academyId} AND l.student_id = ${studentId} AND l.held_on = ${heldOn}
      AND l.kind = 'self' AND l.deleted_at IS NULL
    LIMIT 1`);
  if (known !== undefined) return known.id;
  const id = randomUUID();
  await db.exec(sql`
    INSERT INTO lesson (academy_id, id, student_id, instructor_id, kind, held_on, windy, notes)
    VALUES (${actor.academyId}, ${id}, ${studentId}, ${actor.instructorId}, 'self', ${heldOn}, FALSE, '')`);
  return id;
}

/** Changes a lesson if it still is at the revision the change was made from. @returns whether it was */
export async function updateLesson(
  db: Queries,
  actor: Actor,
  id: string,
  input: LessonInput,
): Promise<boolean> {
  const changed = await db.exec(sql`
    UPDATE lesson l JOIN student s ON s.academy_id = l.academy_id AND s.id = l.student_id
    SET l.held_on = ${input.heldOn}, l.next_on = ${input.nextOn ?? null},
        l.place_id = ${input.placeId ?? null}, l.windy = ${input.windy ?? false}, l.notes = ${input.notes}, l.revision = l.revision + 1
    WHERE ${visibleStudents(actor)} AND l.id = ${id} AND l.deleted_at IS NULL AND l.revision = ${input.revision}
      AND l.student_id = ${input.studentId}`);
  return changed === 1;
}

/** Deletes or, with `false`, brings back a lesson. @returns whether there was one to change */
export async function setLessonDeleted(
  db: Queries,
  actor: Actor,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const change = deleted
    ? sql`l.deleted_at = UTC_TIMESTAMP(3) WHERE l.deleted_at IS NULL`
    : sql`l.deleted_at = NULL WHERE l.deleted_at IS NOT NULL`;
  const changed = await db.exec(sql`
    UPDATE lesson l JOIN student s ON s.academy_id = l.academy_id AND s.id = l.student_id
    SET ${change} AND ${visibleStudents(actor)} AND l.id = ${id}`);
  return changed === 1;
}

/** What stands with the student of a row, where it was computed already. */
const OUT_OF_DATE = sql`EXISTS (SELECT 1 FROM standing_due d
             WHERE d.academy_id = s.academy_id AND d.student_id = s.id)`;
const KEPT = sql`t.last_colds AS colds, t.line_flags AS flags, ${OUT_OF_DATE} AS outOfDate`;
/** Counted already where it is the student’s last lesson and nothing has changed since. */
const CHECKS_OF_LESSON = sql`
           CASE WHEN t.last_lesson_id = l.id AND NOT ${OUT_OF_DATE} THEN t.last_lesson_checks
             ELSE (SELECT COUNT(*) FROM setup_check c
               WHERE c.academy_id = l.academy_id AND c.lesson_id = l.id AND c.deleted_at IS NULL) END`;

/** The lessons of one day. */
export function listLessonsOfDay(db: Queries, scope: Scope, day: string): Promise<readonly TeeSheetRow[]> {
  return withInstructors(
    db,
    scope,
    sql`
    SELECT l.id AS lessonId, s.id AS studentId, s.name AS studentName, s.handedness,
           l.instructor_id AS instructorId, l.held_on AS heldOn, l.next_on AS nextOn,
           ${CHECKS_OF_LESSON} AS checkCount,
           ${KEPT}
    FROM lesson l FORCE INDEX (lesson_by_day)
    STRAIGHT_JOIN student s FORCE INDEX (PRIMARY) ON s.academy_id = l.academy_id AND s.id = l.student_id
    LEFT JOIN student_standing t FORCE INDEX (PRIMARY)
      ON t.academy_id = l.academy_id AND t.student_id = l.student_id
    WHERE l.academy_id = ${scope.academyId} AND ${visibleStudents(scope)} AND l.held_on = ${day}
      AND l.kind = 'lesson' AND l.deleted_at IS NULL AND s.deleted_at IS NULL ORDER BY l.created_at, l.id`,
  );
}

/**
 * Each student's last lesson before a day, found by where students stand: what is not shown is not read. A student who
 * has a lesson on that day or later is none of them. The way is spelt out: the database's own choice turns with how
 * full it takes the tables to be, and has read some of them a hundred times over.
 */
function selectLast(
  scope: Scope,
  {
    day,
    among,
    order,
    limit,
  }: {
    readonly day: string;
    readonly among: SqlFragment;
    readonly order: SqlFragment;
    readonly limit: number;
  },
): SqlFragment {
  return sql`
    SELECT l.id AS lessonId, s.id AS studentId, s.name AS studentName, s.handedness,
           l.instructor_id AS instructorId, l.held_on AS heldOn, l.next_on AS nextOn,
           t.last_lesson_checks AS checkCount, ${KEPT}
    FROM student_standing t FORCE INDEX (${among})
    STRAIGHT_JOIN student s FORCE INDEX (PRIMARY) ON s.academy_id = t.academy_id AND s.id = t.student_id
    STRAIGHT_JOIN lesson l FORCE INDEX (PRIMARY) ON l.academy_id = t.academy_id AND l.id = t.last_lesson_id
    WHERE t.academy_id = ${scope.academyId} AND ${visibleStudents(scope)} AND t.last_lesson_on < ${day}
      AND ${order} <= ${day} AND s.deleted_at IS NULL AND l.deleted_at IS NULL
      ${ofInstructor(scope.sees)}
    ORDER BY ${order} DESC, t.student_id DESC LIMIT ${limit}`;
}

type RowWithoutName = Omit<TeeSheetRow, 'instructorName' | 'outOfDate'> & {
  readonly instructorId: string;
  readonly outOfDate: number;
};

/** A sheet's rows with who gives the lesson: a few people, looked up once. */
async function withInstructors(
  db: Queries,
  scope: Scope,
  query: SqlFragment,
): Promise<readonly TeeSheetRow[]> {
  const rows = await db.many<RowWithoutName>(query);
  const names = await instructorNames(
    db,
    scope.academyId,
    rows.map((row) => row.instructorId),
  );
  return rows.map(({ instructorId, outOfDate, ...row }) => ({
    ...row,
    instructorName: names.get(instructorId) ?? '',
    outOfDate: outOfDate === 1,
  }));
}

/** What a standing itself says of whose student it is. */
function ofInstructor(sees: Sees): SqlFragment {
  return typeof sees === 'object' && 'studentsOf' in sees
    ? sql`AND t.instructor_id = ${sees.studentsOf}`
    : sql``;
}

/** The last lesson of each student before a day, newest first. */
export function listLessonsBefore(
  db: Queries,
  scope: Scope,
  day: string,
  limit: number,
): Promise<readonly TeeSheetRow[]> {
  const order = sql`t.last_lesson_on`;
  return withInstructors(db, scope, selectLast(scope, { day, among: sql`standing_by_last`, order, limit }));
}

/** Whom to expect on a day: the last lesson of each student whose agreed day, or their three weeks, have come. */
export function listLessonsDue(
  db: Queries,
  scope: Scope,
  day: string,
  limit: number,
): Promise<readonly TeeSheetRow[]> {
  const among = scope.sees === 'all' ? sql`standing_by_due` : sql`standing_of_instructor`;
  return withInstructors(db, scope, selectLast(scope, { day, among, order: sql`t.due_on`, limit }));
}
