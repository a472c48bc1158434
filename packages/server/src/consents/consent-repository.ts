import { randomUUID } from 'node:crypto';
import { type ConsentInput, type ConsentView } from '@lotrecht/contract';
import { type Queries } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor } from '../http/context.ts';
import { visibleStudents } from '../students/visible.ts';

/** Records a guardian's consent. */
export async function insertConsent(
  db: Queries,
  actor: Actor,
  studentId: string,
  { scope, givenBy, givenOn }: ConsentInput,
): Promise<void> {
  await db.exec(sql`
    INSERT INTO guardian_consent (academy_id, id, student_id, scope, given_by, given_on, recorded_by)
    VALUES (${actor.academyId}, ${randomUUID()}, ${studentId}, ${scope}, ${givenBy}, ${givenOn},
            ${actor.instructorId})`);
}

/** A student's consents, newest first; withdrawn ones stay on record. */
export async function listConsents(
  db: Queries,
  actor: Actor,
  studentId: string,
): Promise<readonly ConsentView[]> {
  const rows = await db.many<ConsentView>(sql`
    SELECT g.id, g.scope, g.given_by AS givenBy, g.given_on AS givenOn, g.recorded_at AS recordedAt,
           g.withdrawn_at AS withdrawnAt
    FROM guardian_consent g JOIN student s ON s.academy_id = g.academy_id AND s.id = g.student_id
    WHERE ${visibleStudents(actor)} AND s.id = ${studentId} ORDER BY g.recorded_at DESC, g.id`);
  return rows.map((row) => ({
    ...row,
    recordedAt: isoFromUtc(row.recordedAt),
    withdrawnAt: row.withdrawnAt === null ? null : isoFromUtc(row.withdrawnAt),
  }));
}

/**
 * Withdraws a consent; one to records takes those to links with it, for a link shows records. What is kept already
 * stays until it is erased.
 *
 * @returns whose it was, or undefined where none stood
 */
export async function withdrawConsent(tx: Queries, actor: Actor, id: string): Promise<string | undefined> {
  const found = await tx.maybeOne<Pick<ConsentView, 'scope'> & { readonly studentId: string }>(sql`
    SELECT g.scope, s.id AS studentId
    FROM guardian_consent g JOIN student s ON s.academy_id = g.academy_id AND s.id = g.student_id
    WHERE ${visibleStudents(actor)} AND g.id = ${id} AND g.withdrawn_at IS NULL`);
  if (found === undefined) return undefined;
  const { studentId } = found;
  await tx.exec(sql`
    UPDATE guardian_consent SET withdrawn_at = UTC_TIMESTAMP(3)
    WHERE academy_id = ${actor.academyId} AND student_id = ${studentId} AND withdrawn_at IS NULL
      AND (id = ${id} OR (${found.scope} = 'records' AND scope = 'link'))`);
  return studentId;
}

/** Whether a `student s` is not of age and no guardian has consented to records: nothing new of theirs is kept. */
export function waitsForGuardian(): SqlFragment {
  return sql`(s.minor = 1 AND NOT EXISTS (
    SELECT 1 FROM guardian_consent g
    WHERE g.academy_id = s.academy_id AND g.student_id = s.id AND g.scope = 'records' AND g.withdrawn_at IS NULL))`;
}

/** Whether a consent of this scope stands. */
export async function hasConsent(
  db: Queries,
  { academyId }: Pick<Actor, 'academyId'>,
  { studentId, scope }: { readonly studentId: string; readonly scope: ConsentView['scope'] },
): Promise<boolean> {
  const standing = await db.maybeOne(sql`
    SELECT id FROM guardian_consent
    WHERE academy_id = ${academyId} AND student_id = ${studentId} AND scope = ${scope} AND withdrawn_at IS NULL
    LIMIT 1`);
  return standing !== undefined;
}
