import { createHash, randomBytes } from 'node:crypto';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Actor } from '../http/context.ts';

/** A session ends this long after sign-in, however busy. */
export const SESSION_DAYS = 30;

/** A session ends after this long without a request. */
export const IDLE_DAYS = 7;

/** Seen times are written at most this often, so that reading stays reading. */
const SEEN_EVERY_MINUTES = 10;

/** What is stored of a session token: its SHA-256. */
export function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

/** Opens a session. @returns the token for the cookie; it is stored nowhere */
export async function openSession(db: Queries, actor: Actor): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await db.exec(sql`DELETE FROM session WHERE expires_at < UTC_TIMESTAMP(3)`);
  await db.exec(sql`
    INSERT INTO session (token_hash, academy_id, instructor_id, expires_at)
    VALUES (${hashToken(token)}, ${actor.academyId}, ${actor.instructorId},
            UTC_TIMESTAMP(3) + INTERVAL ${SESSION_DAYS} DAY)`);
  return token;
}

/** Who a token belongs to, while its session lives. */
export async function findActor(db: Queries, tokenHash: Buffer): Promise<Actor | undefined> {
  const row = await db.maybeOne<Actor & { stale: number }>(sql`
    SELECT s.academy_id AS academyId, s.instructor_id AS instructorId, i.role,
           s.last_seen_at < UTC_TIMESTAMP(3) - INTERVAL ${SEEN_EVERY_MINUTES} MINUTE AS stale
    FROM session s JOIN instructor i ON i.academy_id = s.academy_id AND i.id = s.instructor_id
    WHERE s.token_hash = ${tokenHash} AND s.expires_at > UTC_TIMESTAMP(3)
      AND s.last_seen_at > UTC_TIMESTAMP(3) - INTERVAL ${IDLE_DAYS} DAY`);
  if (row === undefined) return undefined;
  const { stale, ...actor } = row;
  if (stale === 1) {
    await db.exec(sql`UPDATE session SET last_seen_at = UTC_TIMESTAMP(3) WHERE token_hash = ${tokenHash}`);
  }
  return actor;
}

/** Ends one session. */
export async function closeSession(db: Queries, tokenHash: Buffer): Promise<void> {
  await db.exec(sql`DELETE FROM session WHERE token_hash = ${tokenHash}`);
}

/** Ends all sessions of an instructor, on every device. */
export async function closeAllSessions(db: Queries, actor: Actor): Promise<void> {
  await db.exec(sql`
    DELETE FROM session WHERE academy_id = ${actor.academyId} AND instructor_id = ${actor.instructorId}`);
}
