import { randomUUID } from 'node:crypto';
import { type ConsentInput, type ConsentView, type ProposedConsentView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor } from '../access/actor.ts';
import { type Scope } from '../access/scope.ts';
import { visibleStudents } from '../access/visible.ts';

/** Records a guardian's consent. */
export async function insertConsent(
  db: Queries,
  actor: Actor,
  studentId: string,
  { scope, givenBy, givenOn }: ConsentInput,
): Promise<string> {
  const id = randomUUID();
  await db.exec(sql`
    INSERT INTO guardian_consent
      (academy_id, id, student_id, scope, given_by, given_on, recorded_by, confirmed_at)
    VALUES (${actor.academyId}, ${id}, ${studentId}, ${scope}, ${givenBy}, ${givenOn},
            ${actor.instructorId}, UTC_TIMESTAMP(3))`);
  return id;
}

/** A student's consents, newest first; withdrawn ones stay on record. */
export async function listConsents(
  db: Queries,
  scope: Scope,
  studentId: string,
): Promise<readonly ConsentView[]> {
  const rows = await db.many<Omit<ConsentView, 'confirmed'> & { readonly confirmed: number }>(sql`
    SELECT g.id, g.scope, g.given_by AS givenBy, g.given_on AS givenOn, g.recorded_at AS recordedAt,
           g.confirmed_at IS NOT NULL AS confirmed, g.withdrawn_at AS withdrawnAt
    FROM guardian_consent g JOIN student s ON s.academy_id = g.academy_id AND s.id = g.student_id
    WHERE ${visibleStudents(scope)} AND s.id = ${studentId} ORDER BY g.recorded_at DESC, g.id`);
  return rows.map((row) => ({
    ...row,
    recordedAt: isoFromUtc(row.recordedAt),
    confirmed: row.confirmed === 1,
    withdrawnAt: row.withdrawnAt === null ? null : isoFromUtc(row.withdrawnAt),
  }));
}

/** What stands: not withdrawn, and, where it came in by a file, confirmed by a head. */
const STANDS = sql`g.withdrawn_at IS NULL AND g.confirmed_at IS NOT NULL`;

/** Whose a consent is that has not been withdrawn, or undefined. */
export async function studentOfConsent(db: Queries, scope: Scope, id: string): Promise<string | undefined> {
  const found = await db.maybeOne<{ studentId: string }>(sql`
    SELECT s.id AS studentId
    FROM guardian_consent g JOIN student s ON s.academy_id = g.academy_id AND s.id = g.student_id
    WHERE ${visibleStudents(scope)} AND g.id = ${id} AND g.withdrawn_at IS NULL`);
  return found?.studentId;
}

/** A head has seen the guardian's word: from now on what came in by a file counts. @returns whether one waited */
export async function confirmConsent(tx: Queries, actor: Actor, id: string): Promise<boolean> {
  const confirmed = await tx.exec(sql`
    UPDATE guardian_consent SET confirmed_at = UTC_TIMESTAMP(3)
    WHERE academy_id = ${actor.academyId} AND id = ${id} AND withdrawn_at IS NULL AND confirmed_at IS NULL`);
  return confirmed === 1;
}

/** Consents that came in by a file and wait for a head's word, oldest first. */
export async function listProposedConsents(
  db: Queries,
  scope: Scope,
): Promise<readonly ProposedConsentView[]> {
  return db.many<ProposedConsentView>(sql`
    SELECT g.id, g.student_id AS studentId, s.name AS studentName, g.scope, g.given_by AS givenBy,
           g.given_on AS givenOn
    FROM guardian_consent g JOIN student s ON s.academy_id = g.academy_id AND s.id = g.student_id
    WHERE ${visibleStudents(scope)} AND g.academy_id = ${scope.academyId} AND g.withdrawn_at IS NULL
      AND g.confirmed_at IS NULL AND s.deleted_at IS NULL
    ORDER BY s.name, g.given_on, g.id LIMIT 200`);
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

/** Whether a consent of this scope stands for a `student s`. */
export function hasConsentTo(scope: ConsentView['scope']): SqlFragment {
  return sql`EXISTS (
    SELECT 1 FROM guardian_consent g
    WHERE g.academy_id = s.academy_id AND g.student_id = s.id AND g.scope = ${scope} AND ${STANDS})`;
}

/** Whether a `student s` is not of age and no guardian has consented to records: nothing new of theirs is kept. */
export function waitsForGuardian(): SqlFragment {
  return sql`(s.minor = 1 AND NOT ${hasConsentTo('records')})`;
}

/** Whether a consent of this scope stands. */
export async function hasConsent(
  db: Queries,
  { academyId }: Pick<Actor, 'academyId'>,
  { studentId, scope }: { readonly studentId: string; readonly scope: ConsentView['scope'] },
): Promise<boolean> {
  const standing = await db.maybeOne(sql`
    SELECT g.id FROM guardian_consent g
    WHERE g.academy_id = ${academyId} AND g.student_id = ${studentId} AND g.scope = ${scope} AND ${STANDS}
    LIMIT 1`);
  return standing !== undefined;
}
