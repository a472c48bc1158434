import { randomUUID } from 'node:crypto';
import { type StudentLinkInput, type StudentLinkView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { ifPossible } from '../database/in-time.ts';
import { sql, type SqlFragment } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor } from '../access/actor.ts';
import { type Scope } from '../access/scope.ts';
import { hashToken, newToken } from '../identity/session-repository.ts';
import { hasConsentTo } from '../consents/consent-repository.ts';
import { visibleStudents } from '../access/visible.ts';

/** When it was used last is nice to know; the page does not wait for it. */
const TOUCH_MS = 300;

/** Who a link belongs to, as long as it opens. */
export interface OpenStudentLink {
  readonly academyId: string;
  readonly academyName: string;
  readonly studentId: string;
  /** The instructor whose student it is: what comes in by the link is kept for them. */
  readonly instructorId: string;
  readonly name: string;
  readonly handedness: 'right' | 'left';
  readonly minor: number;
  readonly statureMm: number | null;
  readonly expiresAt: string;
  /** A calendar goes with it: links that were made before there were any have none. */
  readonly hasCalendar: number;
}

/**
 * The secret of a link’s calendar, in an address that calendars keep and show: from it nobody finds the link’s own.
 */
export function calendarTokenOf(token: string): string {
  return hashToken(`calendar of ${token}`).toString('base64url');
}

/** Who keeps what a student sends: the instructor whose student it is. A link shows that student alone. */
export function actorOfLink({ academyId, instructorId, studentId }: OpenStudentLink): Actor {
  return { academyId, instructorId, role: 'instructor', sees: { student: studentId }, byLink: true };
}

/** Makes a link. @returns its id, and its token, which is stored nowhere */
export async function insertStudentLink(
  db: Queries,
  actor: Actor,
  studentId: string,
  { recipient, days }: StudentLinkInput,
): Promise<{ readonly id: string; readonly token: string }> {
  const [id, token] = [randomUUID(), newToken()];
  await db.exec(sql`
    INSERT INTO student_link
      (token_hash, calendar_hash, academy_id, id, student_id, instructor_id, recipient, expires_at)
    VALUES (${hashToken(token)}, ${hashToken(calendarTokenOf(token))}, ${actor.academyId}, ${id}, ${studentId}, ${actor.instructorId}, ${recipient},
            UTC_TIMESTAMP(3) + INTERVAL ${days} DAY)`);
  return { id, token };
}

/** Gives a link the secret that goes out by letter, beside the one that was shown. @returns undefined once it is closed */
export async function giveLetterSecret(
  tx: Queries,
  academyId: string,
  linkId: string,
): Promise<string | undefined> {
  const secret = newToken();
  const given = await tx.exec(sql`
    UPDATE student_link SET letter_hash = ${hashToken(secret)}, letter_calendar_hash = ${hashToken(calendarTokenOf(secret))}
    WHERE academy_id = ${academyId} AND id = ${linkId} AND revoked_at IS NULL AND expires_at > UTC_TIMESTAMP(3)`);
  return given === 1 ? secret : undefined;
}

/** A student's links, newest first. */
export async function listStudentLinks(
  db: Queries,
  scope: Scope,
  studentId: string,
): Promise<readonly StudentLinkView[]> {
  const rows = await db.many<StudentLinkView>(sql`
    SELECT k.id, k.recipient, k.created_at AS createdAt, k.expires_at AS expiresAt, k.revoked_at AS revokedAt,
           k.last_used_at AS lastUsedAt
    FROM student_link k JOIN student s ON s.academy_id = k.academy_id AND s.id = k.student_id
    WHERE ${visibleStudents(scope)} AND s.id = ${studentId} ORDER BY k.created_at DESC, k.id`);
  return rows.map((row) => ({
    ...row,
    createdAt: isoFromUtc(row.createdAt),
    expiresAt: isoFromUtc(row.expiresAt),
    revokedAt: row.revokedAt === null ? null : isoFromUtc(row.revokedAt),
    lastUsedAt: row.lastUsedAt === null ? null : isoFromUtc(row.lastUsedAt),
  }));
}

/** Closes a link at once. @returns whose it was, or undefined where none still opened */
export async function revokeStudentLink(tx: Queries, actor: Actor, id: string): Promise<string | undefined> {
  const found = await tx.maybeOne<{ studentId: string }>(sql`
    SELECT s.id AS studentId FROM student_link k
    JOIN student s ON s.academy_id = k.academy_id AND s.id = k.student_id
    WHERE ${visibleStudents(actor)} AND k.id = ${id} AND k.revoked_at IS NULL FOR UPDATE`);
  if (found === undefined) return undefined;
  await tx.exec(sql`
    UPDATE student_link SET revoked_at = UTC_TIMESTAMP(3) WHERE academy_id = ${actor.academyId} AND id = ${id}`);
  return found.studentId;
}

/** How many links to a student still open. */
export async function countOpenLinks(db: Queries, academyId: string, studentId: string): Promise<number> {
  const { n } = await db.one<{ n: number }>(sql`
    SELECT COUNT(*) AS n FROM student_link
    WHERE academy_id = ${academyId} AND student_id = ${studentId} AND revoked_at IS NULL
      AND expires_at > UTC_TIMESTAMP(3)`);
  return n;
}

/** On a move: a student's open links are closed, or go to the new instructor with them. */
export async function settleLinks(
  tx: Queries,
  academyId: string,
  move: { readonly studentId: string; readonly instructorId: string; readonly links: 'keep' | 'close' },
): Promise<void> {
  const change =
    move.links === 'close' ? sql`revoked_at = UTC_TIMESTAMP(3)` : sql`instructor_id = ${move.instructorId}`;
  await tx.exec(sql`
    UPDATE student_link SET ${change}
    WHERE academy_id = ${academyId} AND student_id = ${move.studentId} AND revoked_at IS NULL`);
}

/**
 * Whose link a token opens. Expired, revoked, sent by someone who is suspended, a deleted student's or a
 * minor's whose guardian has withdrawn: none.
 */
export async function findOpenStudentLink(db: Queries, token: string): Promise<OpenStudentLink | undefined> {
  const hash = hashToken(token);
  const found = await openLink(
    db,
    sql`SELECT academy_id, id, calendar_hash IS NOT NULL AS hasCalendar FROM student_link WHERE token_hash = ${hash}
        UNION SELECT academy_id, id, letter_calendar_hash IS NOT NULL FROM student_link WHERE letter_hash = ${hash}`,
  );
  if (found === undefined) return undefined;
  const { linkId, ...link } = found;
  const touch = sql`
    UPDATE student_link SET last_used_at = UTC_TIMESTAMP(3) WHERE academy_id = ${link.academyId} AND id = ${linkId}`;
  await ifPossible(db.exec(touch), TOUCH_MS);
  return link;
}

/** Whose calendar a token opens: as long as its link opens. */
export function findOpenCalendar(db: Queries, token: string): Promise<OpenStudentLink | undefined> {
  const hash = hashToken(token);
  return openLink(
    db,
    sql`SELECT academy_id, id, 1 AS hasCalendar FROM student_link WHERE calendar_hash = ${hash}
        UNION SELECT academy_id, id, 1 FROM student_link WHERE letter_calendar_hash = ${hash}`,
  );
}

function openLink(
  db: Queries,
  among: SqlFragment,
): Promise<(OpenStudentLink & { readonly linkId: string }) | undefined> {
  return db.maybeOne<OpenStudentLink & { linkId: string }>(sql`
    SELECT k.academy_id AS academyId, k.id AS linkId, a.name AS academyName, s.id AS studentId, s.instructor_id AS instructorId,
           s.name, s.handedness, s.minor, s.stature_mm AS statureMm, k.expires_at AS expiresAt,
           found.hasCalendar
    FROM (${among}) found
    JOIN student_link k ON k.academy_id = found.academy_id AND k.id = found.id
    JOIN academy a ON a.id = k.academy_id
    JOIN student s ON s.academy_id = k.academy_id AND s.id = k.student_id
    WHERE k.revoked_at IS NULL AND k.expires_at > UTC_TIMESTAMP(3)
      AND s.deleted_at IS NULL AND (s.minor = 0 OR ${hasConsentTo('link')})
      AND NOT EXISTS (
        SELECT 1 FROM instructor i
        WHERE i.academy_id = k.academy_id AND i.id = k.instructor_id AND i.suspended_at IS NOT NULL)`);
}
