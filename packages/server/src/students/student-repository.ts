import { type StudentInput, type StudentListView, type StudentView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { type Scope } from '../access/scope.ts';
import { visibleStudents } from '../access/visible.ts';

interface StudentRow {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  readonly handedness: 'right' | 'left';
  readonly minor: number;
  readonly notes: string;
  readonly dominantEye: 'right' | 'left' | null;
  readonly statureMm: number | null;
  readonly shoeMm: number | null;
  readonly instructorId: string;
  readonly instructorName: string;
  readonly lastLessonOn: string | null;
  readonly lessonCount: number;
}

function toView(row: StudentRow): StudentView {
  const { instructorId, instructorName, minor, ...rest } = row;
  const instructor = { id: instructorId, name: instructorName };
  return { ...rest, minor: minor === 1, instructor };
}

/** What is kept of a student's visits while it is up to date; else they are counted. */
function kept(column: SqlFragment, counting: SqlFragment): SqlFragment {
  return sql`CASE WHEN t.student_id IS NOT NULL AND d.student_id IS NULL THEN ${column} ELSE (
    ${counting} FROM lesson l
    WHERE l.academy_id = s.academy_id AND l.student_id = s.id AND l.kind = 'lesson' AND l.deleted_at IS NULL) END`;
}

function selectStudents(where: SqlFragment, from = sql`student s`): SqlFragment {
  return sql`
    SELECT s.id, s.revision, s.name, s.handedness, s.minor, s.notes, s.dominant_eye AS dominantEye,
           s.stature_mm AS statureMm, s.shoe_mm AS shoeMm,
           s.instructor_id AS instructorId, i.name AS instructorName,
           ${kept(sql`t.last_lesson_on`, sql`SELECT MAX(l.held_on)`)} AS lastLessonOn,
           ${kept(sql`t.lesson_count`, sql`SELECT COUNT(*)`)} AS lessonCount
    FROM ${from} STRAIGHT_JOIN instructor i ON i.academy_id = s.academy_id AND i.id = s.instructor_id
    LEFT JOIN student_standing t ON t.academy_id = s.academy_id AND t.student_id = s.id
    LEFT JOIN standing_due d ON d.academy_id = s.academy_id AND d.student_id = s.id
    WHERE ${where}`;
}

/** Students on a page. */
export const PAGE_STUDENTS = 100;

/** Which of the actor's students are asked for. */
export interface StudentWish {
  /** A part of the name, however it is accented. */
  readonly find?: string;
  /** Begins behind this student. */
  readonly after?: { readonly name: string; readonly id: string };
}

/** The query behind a page of students, for a look at how the database serves it. */
export function selectPageOfStudents(scope: Scope, { find, after }: StudentWish): SqlFragment {
  const named =
    find === undefined ? sql`TRUE` : sql`s.name LIKE ${`%${find.replaceAll(/[\\%_]/g, '\\$&')}%`}`;
  const behind =
    after === undefined
      ? sql`TRUE`
      : sql`(s.name > ${after.name} OR (s.name = ${after.name} AND s.id > ${after.id}))`;
  // The order is an index's own: what is not shown is not read.
  const index = scope.sees === 'all' ? sql`student_by_name` : sql`student_of_instructor`;
  return selectStudents(
    sql`${visibleStudents(scope)} AND s.deleted_at IS NULL AND ${named} AND ${behind}
    ORDER BY s.name, s.id LIMIT ${PAGE_STUDENTS + 1}`,
    sql`student s FORCE INDEX (${index})`,
  );
}

/** A page of the actor's students by name. */
export async function listStudents(
  db: Queries,
  scope: Scope,
  wish: StudentWish = {},
): Promise<StudentListView> {
  const students = (await db.many<StudentRow>(selectPageOfStudents(scope, wish))).map(toView);
  const shown = students.slice(0, PAGE_STUDENTS);
  const last = students.length > PAGE_STUDENTS ? shown.at(-1) : undefined;
  return { students: shown, next: last === undefined ? null : JSON.stringify([last.name, last.id]) };
}

/** One student, if the actor may see them. */
export async function findStudent(db: Queries, scope: Scope, id: string): Promise<StudentView | undefined> {
  const query = selectStudents(sql`${visibleStudents(scope)} AND s.id = ${id} AND s.deleted_at IS NULL`);
  const row = await db.maybeOne<StudentRow>(query);
  return row && toView(row);
}

/** Adds a student under the id that the browser chose. @throws on an id that is taken (duplicate key) */
export async function insertStudent(
  db: Queries,
  actor: Actor,
  id: string,
  input: StudentInput,
): Promise<void> {
  await db.exec(sql`
    INSERT INTO student (academy_id, id, instructor_id, name, handedness, dominant_eye, stature_mm, shoe_mm,
                         minor, notes)
    VALUES (${actor.academyId}, ${id}, ${actor.instructorId}, ${input.name}, ${input.handedness},
            ${input.dominantEye ?? null}, ${input.statureMm ?? null}, ${input.shoeMm ?? null}, ${input.minor}, ${input.notes})`);
}

/** Changes a student if it still is at the revision the change was made from. @returns whether it was */
export async function updateStudent(
  db: Queries,
  actor: Actor,
  id: string,
  input: StudentInput,
): Promise<boolean> {
  const changed = await db.exec(sql`
    UPDATE student s
    SET s.name = ${input.name}, s.handedness = ${input.handedness}, s.minor = ${input.minor}, s.dominant_eye = ${input.dominantEye ?? null},
        s.stature_mm = ${input.statureMm ?? null}, s.shoe_mm = ${input.shoeMm ?? null},
        s.notes = ${input.notes}, s.revision = s.revision + 1
    WHERE ${visibleStudents(actor)} AND s.id = ${id} AND s.deleted_at IS NULL AND s.revision = ${input.revision}`);
  return changed === 1;
}

/** Deletes or, with `false`, brings back a student. @returns whether there was one to change */
export async function setStudentDeleted(
  db: Queries,
  actor: Actor,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const changed = deleted
    ? await db.exec(sql`
        UPDATE student s SET s.deleted_at = UTC_TIMESTAMP(3)
        WHERE ${visibleStudents(actor)} AND s.id = ${id} AND s.deleted_at IS NULL`)
    : await db.exec(sql`
        UPDATE student s SET s.deleted_at = NULL
        WHERE ${visibleStudents(actor)} AND s.id = ${id} AND s.deleted_at IS NOT NULL`);
  return changed === 1;
}
