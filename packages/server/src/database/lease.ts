import { randomUUID } from 'node:crypto';
import { type Queries } from './database.ts';
import { sql } from './sql.ts';

/** Waits until nobody else does what only one may do at a time; the transaction's end lets the next one in. */
export async function holdLease(tx: Queries, name: 'first-academy'): Promise<void> {
  // Written, not only locked: members of a cluster see each other's writes, and no locks.
  await tx.exec(sql`UPDATE lease SET holder = ${randomUUID()} WHERE name = ${name}`);
}

/** So long a lease holds unless it is renewed: a server that died keeps nobody waiting for longer. */
const HOLDS_S = 30;
const RENEWED_EVERY_MS = (HOLDS_S * 1_000) / 4;

/**
 * Does what only one may do at a time among all servers, and takes longer than a transaction should hold a row. The
 * lease is a row that is written by itself, so that it holds among members of a cluster too; it is renewed meanwhile.
 *
 * @returns undefined where somebody else is at it
 */
export async function underLease<T>(
  db: Queries,
  name: string,
  work: () => Promise<T>,
): Promise<{ readonly result: T } | undefined> {
  const holder = randomUUID();
  if (!(await takeLease(db, name, holder))) return undefined;
  const renewing = setInterval(() => {
    // A renewal that does not get through is tried again, long before the lease is over.
    takeLease(db, name, holder).catch(() => undefined);
  }, RENEWED_EVERY_MS);
  try {
    return { result: await work() };
  } finally {
    clearInterval(renewing);
    // A database that has gone away lets it run out.
    await db.exec(sql`DELETE FROM lease WHERE name = ${name} AND holder = ${holder}`).catch(() => 0);
  }
}

async function takeLease(db: Queries, name: string, holder: string): Promise<boolean> {
  // Set from left to right: whoever holds it by then, holds it until then.
  await db.exec(sql`
    INSERT INTO lease (name, holder, until)
    VALUES (${name}, ${holder}, UTC_TIMESTAMP(3) + INTERVAL ${HOLDS_S} SECOND)
    ON DUPLICATE KEY UPDATE
      holder = IF(until IS NULL OR until < UTC_TIMESTAMP(3), VALUE(holder), holder),
      until = IF(holder = VALUE(holder), VALUE(until), until)`);
  const held = await db.maybeOne<{ holder: string }>(sql`SELECT holder FROM lease WHERE name = ${name}`);
  return held?.holder === holder;
}
