import { type HandOutInput, type HandOutView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor } from '../access/actor.ts';
import { type Scope } from '../access/scope.ts';
import { visibleStudents } from '../access/visible.ts';

type Content = Pick<HandOutView, 'drillId' | 'dose' | 'own' | 'junior'>;
type HandOutRow = Omit<HandOutView, keyof Content> & { readonly content: Content };

function selectHandOuts(where: SqlFragment): SqlFragment {
  return sql`
    SELECT h.id, h.revision, h.student_id AS studentId, h.check_id AS checkId, h.content, h.created_at AS createdAt
    FROM hand_out h JOIN student s ON s.academy_id = h.academy_id AND s.id = h.student_id
    WHERE h.deleted_at IS NULL AND s.deleted_at IS NULL AND ${where}`;
}

function toView({ content, ...row }: HandOutRow): HandOutView {
  return { ...row, ...content, createdAt: isoFromUtc(row.createdAt) };
}

/** More than a student is given in years. */
const MOST_SHOWN = 200;

/** A student's hand-outs, newest first, so many of them. */
export async function listHandOuts(
  db: Queries,
  scope: Scope,
  studentId: string,
  limit = MOST_SHOWN,
): Promise<readonly HandOutView[]> {
  const rows = await db.many<HandOutRow>(
    selectHandOuts(sql`${visibleStudents(scope)} AND s.id = ${studentId}
      ORDER BY h.created_at DESC, h.id LIMIT ${limit}`),
  );
  return rows.map(toView);
}

/** One hand-out, if the actor may see its student. */
export async function findHandOut(db: Queries, scope: Scope, id: string): Promise<HandOutView | undefined> {
  const row = await db.maybeOne<HandOutRow>(selectHandOuts(sql`${visibleStudents(scope)} AND h.id = ${id}`));
  return row && toView(row);
}

/** Whose a hand-out is, deleted or not, if the actor may see the student. */
export async function studentOfHandOut(db: Queries, scope: Scope, id: string): Promise<string | undefined> {
  const row = await db.maybeOne<{ id: string }>(sql`
    SELECT s.id FROM hand_out h JOIN student s ON s.academy_id = h.academy_id AND s.id = h.student_id
    WHERE ${visibleStudents(scope)} AND h.id = ${id}`);
  return row?.id;
}

function contentOf({ drillId, dose, own, junior }: HandOutInput): string {
  return JSON.stringify({ drillId, dose, own, junior });
}

/** Adds a hand-out under the id that the browser chose. @throws on an id that is taken (duplicate key) */
export async function insertHandOut(
  db: Queries,
  actor: Actor,
  { id, studentId }: { readonly id: string; readonly studentId: string },
  input: HandOutInput,
): Promise<void> {
  await db.exec(sql`
    INSERT INTO hand_out (academy_id, id, student_id, check_id, instructor_id, content)
    VALUES (${actor.academyId}, ${id}, ${studentId}, ${input.checkId}, ${actor.instructorId}, ${contentOf(input)})`);
}

/** Changes a hand-out if it still is at the revision the change was made from. @returns whether it was */
export async function updateHandOut(
  db: Queries,
  actor: Actor,
  id: string,
  input: HandOutInput,
): Promise<boolean> {
  const changed = await db.exec(sql`
    UPDATE hand_out h JOIN student s ON s.academy_id = h.academy_id AND s.id = h.student_id
    SET h.content = ${contentOf(input)}, h.revision = h.revision + 1
    WHERE ${visibleStudents(actor)} AND h.id = ${id} AND h.deleted_at IS NULL AND h.revision = ${input.revision}
      AND h.check_id = ${input.checkId}`);
  return changed === 1;
}

/** Deletes or, with `false`, brings back a hand-out. @returns whether there was one to change */
export async function setHandOutDeleted(
  db: Queries,
  actor: Actor,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const change = deleted
    ? sql`h.deleted_at = UTC_TIMESTAMP(3) WHERE h.deleted_at IS NULL`
    : sql`h.deleted_at = NULL WHERE h.deleted_at IS NOT NULL`;
  const changed = await db.exec(sql`
    UPDATE hand_out h JOIN student s ON s.academy_id = h.academy_id AND s.id = h.student_id
    SET ${change} AND ${visibleStudents(actor)} AND h.id = ${id}`);
  return changed === 1;
}
