import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { type SessionEntryView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { ifPossible } from '../database/in-time.ts';
import { sql } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor, actorOf } from '../access/actor.ts';

/** A session ends this long after sign-in, however busy. */
export const SESSION_DAYS = 30;

/** A session ends after this long without a request: a head sees a whole academy, an instructor's tablet locks itself. */
const IDLE_HOURS: Readonly<Record<Actor['role'], number>> = { head: 12, instructor: 7 * 24 };

/** Seen times are written at most this often, so that reading stays reading. */
const SEEN_EVERY_MINUTES = 10;

const TOUCH_MS = 300;

const DEVICE_LENGTH = 200;

/** What is stored of a secret token: its SHA-256. */
export function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

/** A secret that cannot be guessed: 32 random bytes, for a cookie or a link. */
export function newToken(): string {
  return randomBytes(32).toString('base64url');
}

/** Opens a session. @returns the token for the cookie; it is stored nowhere */
export async function openSession(db: Queries, actor: Actor, device: string): Promise<string> {
  const token = newToken();
  await db.exec(sql`
    INSERT INTO session (token_hash, id, academy_id, instructor_id, device, expires_at)
    VALUES (${hashToken(token)}, ${randomUUID()}, ${actor.academyId}, ${actor.instructorId},
            ${device.slice(0, DEVICE_LENGTH)}, UTC_TIMESTAMP(3) + INTERVAL ${SESSION_DAYS} DAY)`);
  return token;
}

/** Sessions that have ended by themselves. */
export async function sweepSessions(db: Queries): Promise<void> {
  await db.exec(sql`DELETE FROM session WHERE expires_at < UTC_TIMESTAMP(3)`);
}

/** A living session: who, and whether the tablet was left alone. */
export interface LivingSession {
  readonly actor: Actor;
  readonly locked: boolean;
}

/** Who a token belongs to, while its session lives. */
export async function findSession(db: Queries, tokenHash: Buffer): Promise<LivingSession | undefined> {
  const row = await db.maybeOne<Omit<Actor, 'sees'> & { stale: number; locked: number }>(sql`
    SELECT s.academy_id AS academyId, s.instructor_id AS instructorId, i.role,
           s.locked_at IS NOT NULL AS locked,
           s.last_seen_at < UTC_TIMESTAMP(3) - INTERVAL ${SEEN_EVERY_MINUTES} MINUTE AS stale
    FROM session s JOIN instructor i ON i.academy_id = s.academy_id AND i.id = s.instructor_id
    WHERE s.token_hash = ${tokenHash} AND i.suspended_at IS NULL AND s.expires_at > UTC_TIMESTAMP(3)
      AND s.last_seen_at > UTC_TIMESTAMP(3)
        - INTERVAL IF(i.role = 'head', ${IDLE_HOURS.head}, ${IDLE_HOURS.instructor}) HOUR`);
  if (row === undefined) return undefined;
  const { stale, locked, ...who } = row;
  if (stale === 1) {
    const touch = sql`UPDATE session SET last_seen_at = UTC_TIMESTAMP(3) WHERE token_hash = ${tokenHash}`;
    await ifPossible(db.exec(touch), TOUCH_MS);
  }
  return { actor: actorOf(who), locked: locked === 1 };
}

/** The devices an instructor is signed in on, seen last first. */
export async function listSessions(
  db: Queries,
  actor: Actor,
  tokenHash: Buffer,
): Promise<readonly SessionEntryView[]> {
  const rows = await db.many<Omit<SessionEntryView, 'here'> & { here: number }>(sql`
    SELECT id, device, created_at AS createdAt, last_seen_at AS lastSeenAt, token_hash = ${tokenHash} AS here
    FROM session
    WHERE academy_id = ${actor.academyId} AND instructor_id = ${actor.instructorId}
      AND expires_at > UTC_TIMESTAMP(3)
    ORDER BY last_seen_at DESC`);
  return rows.map((row) => ({
    ...row,
    createdAt: isoFromUtc(row.createdAt),
    lastSeenAt: isoFromUtc(row.lastSeenAt),
    here: row.here === 1,
  }));
}

/** Locks or opens one session. */
export async function setSessionLocked(db: Queries, tokenHash: Buffer, locked: boolean): Promise<void> {
  await db.exec(
    locked
      ? sql`UPDATE session SET locked_at = UTC_TIMESTAMP(3) WHERE token_hash = ${tokenHash}`
      : sql`UPDATE session SET locked_at = NULL WHERE token_hash = ${tokenHash}`,
  );
}

/** Ends one session. */
export async function closeSession(db: Queries, tokenHash: Buffer): Promise<void> {
  await db.exec(sql`DELETE FROM session WHERE token_hash = ${tokenHash}`);
}

/** Ends one of the actor's own sessions by its id. @returns whether there was one */
export async function revokeSession(db: Queries, actor: Actor, id: string): Promise<boolean> {
  const ended = await db.exec(sql`
    DELETE FROM session
    WHERE academy_id = ${actor.academyId} AND instructor_id = ${actor.instructorId} AND id = ${id}`);
  return ended === 1;
}

/** Ends all sessions of an instructor, on every device. */
export async function closeAllSessions(
  db: Queries,
  { academyId, instructorId }: Pick<Actor, 'academyId' | 'instructorId'>,
): Promise<void> {
  await db.exec(sql`DELETE FROM session WHERE academy_id = ${academyId} AND instructor_id = ${instructorId}`);
}
