import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { hashToken, newToken } from './session-repository.ts';

/** A device that nobody has signed in on for so long is a stranger again. */
export const KNOWN_DAYS = 180;
const MOST_DEVICES = 20;

/** Whether an account has been signed in before on the device that holds this token. */
export async function isKnownDevice(
  db: Queries,
  { academyId, instructorId }: Pick<Actor, 'academyId' | 'instructorId'>,
  token: string,
): Promise<boolean> {
  const known = await db.maybeOne(sql`
    SELECT token_hash FROM known_device
    WHERE token_hash = ${hashToken(token)} AND academy_id = ${academyId} AND instructor_id = ${instructorId}
      AND last_used_at > UTC_TIMESTAMP(3) - INTERVAL ${KNOWN_DAYS} DAY`);
  return known !== undefined;
}

/** Remembers a device that an account was just signed in on. @returns the token that it is to hold */
export async function rememberDevice(
  db: Queries,
  { academyId, instructorId }: Pick<Actor, 'academyId' | 'instructorId'>,
  held: string | undefined,
): Promise<string> {
  // Only a token that was handed out here: nobody plants one.
  const ours =
    held !== undefined &&
    (await db.many(sql`SELECT token_hash FROM known_device WHERE token_hash = ${hashToken(held)} LIMIT 1`))
      .length > 0;
  const token = ours ? held : newToken();
  await db.exec(sql`
    INSERT INTO known_device (token_hash, academy_id, instructor_id)
    VALUES (${hashToken(token)}, ${academyId}, ${instructorId})
    ON DUPLICATE KEY UPDATE last_used_at = UTC_TIMESTAMP(3)`);
  const [oldest] = await db.many<{ at: string }>(sql`
    SELECT last_used_at AS at FROM known_device
    WHERE academy_id = ${academyId} AND instructor_id = ${instructorId}
    ORDER BY last_used_at DESC LIMIT 1 OFFSET ${MOST_DEVICES}`);
  if (oldest !== undefined) {
    await db.exec(sql`
      DELETE FROM known_device
      WHERE academy_id = ${academyId} AND instructor_id = ${instructorId} AND last_used_at <= ${oldest.at}`);
  }
  return token;
}

/** Devices that nobody has signed in on for long. */
export async function sweepDevices(db: Queries): Promise<void> {
  await db.exec(
    sql`DELETE FROM known_device WHERE last_used_at < UTC_TIMESTAMP(3) - INTERVAL ${KNOWN_DAYS} DAY`,
  );
}
