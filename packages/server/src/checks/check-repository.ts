import { type ColdCheck } from '@lotrecht/judging';
import {
  type CheckReason,
  type CheckRecord,
  type CheckVersionsView,
  type CheckVersionView,
  type CheckView,
  type Rebase,
} from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { listOf, sql, type SqlFragment } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor } from '../access/actor.ts';
import { type Scope } from '../access/scope.ts';
import { COLD_VERSION } from './cold.ts';
import { bindCircumstances, type CircumstancesRow, toCircumstances } from './circumstances.ts';
import { type MeasuredVersion, replaceMeasuredLines } from './measured-line-repository.ts';
import { visibleStudents } from '../access/visible.ts';
import { lessonsWorkedOn } from '../lessons/worked-on.ts';

/**
 * From the check outward, in its index's order: sorting documents would take a file on the disk, which may be full.
 *
 * @param among how checks are found; default: as the database finds best
 */
function selectChecks({ academyId }: Scope, where: SqlFragment, among = sql``): SqlFragment {
  return sql`
    SELECT c.id, c.revision, c.lesson_id AS lessonId, c.student_id AS studentId,
           v.document, v.rebase, v.record, v.result, v.phase, v.help, v.place_kind AS place, v.reader, v.reason, c.created_at AS createdAt, v.created_at AS savedAt
    FROM setup_check c ${among}
    STRAIGHT_JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
    STRAIGHT_JOIN student s FORCE INDEX (PRIMARY) ON s.academy_id = c.academy_id AND s.id = c.student_id
    WHERE c.academy_id = ${academyId} AND ${where}`;
}

type CheckRow = Omit<CheckView, 'circumstances'> & CircumstancesRow;

function toView({ phase, help, place, reader, ...row }: CheckRow): CheckView {
  return {
    ...row,
    circumstances: toCircumstances({ phase, help, place, reader }),
    createdAt: isoFromUtc(row.createdAt),
    savedAt: isoFromUtc(row.savedAt),
  };
}

async function listChecks(
  db: Queries,
  scope: Scope,
  where: SqlFragment,
  among: SqlFragment,
): Promise<readonly CheckView[]> {
  const rows = await db.many<CheckRow>(
    selectChecks(
      scope,
      sql`${visibleStudents(scope)} AND ${where} AND c.deleted_at IS NULL ORDER BY c.created_at, c.id`,
      among,
    ),
  );
  return rows.map(toView);
}

/** The checks of a lesson, oldest first. */
export function listChecksOfLesson(
  db: Queries,
  scope: Scope,
  lessonId: string,
): Promise<readonly CheckView[]> {
  return listChecks(db, scope, sql`c.lesson_id = ${lessonId}`, sql`FORCE INDEX (check_of_lesson)`);
}

/** All checks of a student, oldest first. */
export function listChecksOfStudent(
  db: Queries,
  scope: Scope,
  studentId: string,
): Promise<readonly CheckView[]> {
  return listChecks(db, scope, sql`c.student_id = ${studentId}`, sql`FORCE INDEX (check_of_student)`);
}

/** The checks of some lessons, oldest first. */
export async function listChecksOfLessons(
  db: Queries,
  scope: Scope,
  lessonIds: readonly string[],
): Promise<readonly CheckView[]> {
  if (lessonIds.length === 0) return [];
  return listChecks(
    db,
    scope,
    sql`c.lesson_id IN (${listOf(lessonIds)})`,
    sql`FORCE INDEX (check_of_lesson)`,
  );
}

/** Some checks, by their ids. */
export async function listChecksById(
  db: Queries,
  scope: Scope,
  ids: readonly string[],
): Promise<readonly CheckView[]> {
  if (ids.length === 0) return [];
  return listChecks(db, scope, sql`c.id IN (${listOf(ids)})`, sql`FORCE INDEX (PRIMARY)`);
}

/** A student's last checks of lessons, newest first: what they read by themselves at home is left out. */
export async function listLastLessonChecks(
  db: Queries,
  scope: Scope,
  studentId: string,
  limit: number,
): Promise<readonly CheckView[]> {
  const rows = await db.many<CheckRow>(
    selectChecks(
      scope,
      sql`${visibleStudents(scope)} AND c.student_id = ${studentId} AND c.deleted_at IS NULL
        AND NOT EXISTS (SELECT 1 FROM self_check k WHERE k.academy_id = c.academy_id AND k.id = c.id)
        ORDER BY c.created_at DESC, c.id DESC LIMIT ${limit}`,
    ),
  );
  return rows.map(toView);
}

/** A student's cold checks before a day, newest first; those whose target line was found wrong are left out. */
export async function listColdChecks(
  db: Queries,
  scope: Scope,
  studentId: string,
  { before, limit }: { readonly before: string; readonly limit: number },
): Promise<readonly ColdCheck[]> {
  const rows = await db.many<ColdCheck & { readonly lessonId: string }>(sql`
    SELECT l.id AS lessonId, l.held_on AS heldOn, v.document, v.record
    FROM student s
    JOIN lesson l ON l.academy_id = s.academy_id AND l.student_id = s.id
    JOIN setup_check c ON c.academy_id = l.academy_id AND c.lesson_id = l.id
    JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
    WHERE ${visibleStudents(scope)} AND s.id = ${studentId} AND l.held_on < ${before}
      AND ${COLD_VERSION}
      AND s.deleted_at IS NULL AND l.deleted_at IS NULL AND c.deleted_at IS NULL
    ORDER BY l.held_on DESC, c.created_at DESC, c.id DESC LIMIT ${limit}`);
  if (rows.length === 0) return [];
  const worked = await lessonsWorkedOn(db, scope, studentId);
  return rows.map(({ lessonId, ...check }) => ({ ...check, workedOn: worked.has(lessonId) }));
}

/** One check at its newest version, if the actor may see its student. */
export async function findCheck(db: Queries, scope: Scope, id: string): Promise<CheckView | undefined> {
  const row = await db.maybeOne<CheckRow>(
    selectChecks(
      scope,
      sql`${visibleStudents(scope)} AND c.id = ${id} AND c.deleted_at IS NULL AND s.deleted_at IS NULL`,
    ),
  );
  return row && toView(row);
}

/** The revision that a save with this key made, or undefined when the key is new. */
export async function findSave(
  db: Queries,
  scope: Scope,
  checkId: string,
  saveKey: string,
): Promise<number | undefined> {
  const row = await db.maybeOne<{ revision: number }>(sql`
    SELECT revision FROM check_version
    WHERE academy_id = ${scope.academyId} AND check_id = ${checkId} AND save_key = ${saveKey}`);
  return row?.revision;
}

/** Versions on a page: each is a whole document with its result. */
const PAGE_VERSIONS = 20;

/** Versions of a check, newest first, a page of them; those before a revision where one is named. */
export async function listVersions(
  db: Queries,
  scope: Scope,
  checkId: string,
  before: number | undefined,
): Promise<CheckVersionsView> {
  const rows = await db.many<Omit<CheckVersionView, 'imported'> & { readonly imported: number }>(sql`
    SELECT v.revision, v.reason, v.document, v.rebase, v.record, v.result, i.name AS \`by\`,
           v.imported_by IS NOT NULL AS imported, v.created_at AS savedAt
    FROM check_version v FORCE INDEX (PRIMARY)
    STRAIGHT_JOIN setup_check c ON c.academy_id = v.academy_id AND c.id = v.check_id
    STRAIGHT_JOIN student s FORCE INDEX (PRIMARY) ON s.academy_id = c.academy_id AND s.id = c.student_id
    STRAIGHT_JOIN instructor i ON i.academy_id = v.academy_id AND i.id = v.instructor_id
    WHERE ${visibleStudents(scope)} AND v.academy_id = ${scope.academyId} AND v.check_id = ${checkId}
      AND c.deleted_at IS NULL AND s.deleted_at IS NULL AND v.revision < ${before ?? MOST_REVISION}
    ORDER BY v.revision DESC LIMIT ${PAGE_VERSIONS + 1}`);
  const shown = rows.slice(0, PAGE_VERSIONS);
  return {
    versions: shown.map((row) => ({
      ...row,
      imported: row.imported === 1,
      savedAt: isoFromUtc(row.savedAt),
    })),
    before: rows.length > PAGE_VERSIONS ? (shown.at(-1)?.revision ?? null) : null,
  };
}

/** No check has so many. */
const MOST_REVISION = 2_147_483_647;

/** Whose a check is, deleted or not, if the actor may see the student. */
export async function studentOfCheck(db: Queries, scope: Scope, id: string): Promise<string | undefined> {
  const row = await db.maybeOne<{ id: string }>(sql`
    SELECT s.id FROM setup_check c JOIN student s ON s.academy_id = c.academy_id AND s.id = c.student_id
    WHERE ${visibleStudents(scope)} AND c.id = ${id}`);
  return row?.id;
}

/** Where a new check belongs. */
export interface NewCheck {
  readonly id: string;
  readonly lessonId: string;
  readonly studentId: string;
}

/** Adds a check without a version; `addVersion` follows in the same transaction. @throws on a taken id */
export async function insertCheck(db: Queries, actor: Actor, check: NewCheck): Promise<void> {
  await db.exec(sql`
    INSERT INTO setup_check (academy_id, id, lesson_id, student_id, revision)
    VALUES (${actor.academyId}, ${check.id}, ${check.lessonId}, ${check.studentId}, 0)`);
}

/** Readings, what core made of them, and why they are stored. */
export interface NewVersion extends MeasuredVersion {
  readonly reason: CheckReason;
  readonly rebase: Rebase | null;
  readonly record: CheckRecord | null;
  readonly saveKey: string;
}

/** The check that gets a version, and the revision it is made from. */
export interface VersionedCheck {
  readonly id: string;
  readonly studentId: string;
  readonly revision: number;
}

/**
 * Adds the version after `revision`, if that still is the newest.
 *
 * @returns whether it was
 */
export async function addVersion(
  db: Queries,
  actor: Actor,
  { id, studentId, revision }: VersionedCheck,
  version: NewVersion,
): Promise<boolean> {
  const moved = await db.exec(sql`
    UPDATE setup_check SET revision = ${revision + 1}
    WHERE academy_id = ${actor.academyId} AND id = ${id} AND revision = ${revision} AND deleted_at IS NULL`);
  if (moved !== 1) return false;
  await db.exec(sql`
    INSERT INTO check_version
      (academy_id, check_id, revision, reason, document, rebase, record, result, phase, help, place_kind, reader,
       core_version, save_key, instructor_id)
    VALUES (${actor.academyId}, ${id}, ${revision + 1}, ${version.reason}, ${JSON.stringify(version.document)},
            ${version.rebase === null ? null : JSON.stringify(version.rebase)},
            ${version.record === null ? null : JSON.stringify(version.record)},
            ${JSON.stringify(version.result)}, ${bindCircumstances(version.circumstances)},
            ${version.result.core}, ${version.saveKey}, ${actor.instructorId})`);
  await replaceMeasuredLines(db, actor, { checkId: id, studentId, isNew: revision === 0 }, version);
  return true;
}

/** Deletes or, with `false`, brings back a check. @returns whether there was one to change */
export async function setCheckDeleted(
  db: Queries,
  actor: Actor,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const change = deleted
    ? sql`c.deleted_at = UTC_TIMESTAMP(3) WHERE c.deleted_at IS NULL`
    : sql`c.deleted_at = NULL WHERE c.deleted_at IS NOT NULL`;
  const changed = await db.exec(sql`
    UPDATE setup_check c JOIN student s ON s.academy_id = c.academy_id AND s.id = c.student_id
    SET ${change} AND ${visibleStudents(actor)} AND c.id = ${id}`);
  return changed === 1;
}
