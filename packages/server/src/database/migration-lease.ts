import { randomUUID } from 'node:crypto';
import mysql from 'mysql2/promise';
import { connectionOptions } from './connection-options.ts';

const WAITS_MS = 60_000;
const ASKS_EVERY_MS = 250;
/** A server that died over its migration keeps nobody waiting for longer. */
const HOLDS_S = 30;
const RENEWED_EVERY_MS = (HOLDS_S * 1_000) / 4;

/**
 * Lets one server migrate at a time. The lease is a row of a table of its own, for there may be no other yet, written
 * by itself, so that it holds among members of a cluster too, and renewed on a connection of its own.
 *
 * @returns undefined where another server was still at it after a minute
 */
export async function underMigrationLease<T>(
  databaseUrl: string,
  work: () => Promise<T>,
): Promise<{ readonly result: T } | undefined> {
  const keeper = await mysql.createConnection(connectionOptions(databaseUrl));
  try {
    const holder = randomUUID();
    await keeper.query(`CREATE TABLE IF NOT EXISTS migration_lease (
      only_one TINYINT UNSIGNED NOT NULL PRIMARY KEY CHECK (only_one = 1),
      holder CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      until DATETIME(3) NOT NULL
    )`);
    const gaveUpAt = Date.now() + WAITS_MS;
    while (!(await take(keeper, holder))) {
      if (Date.now() > gaveUpAt) return undefined;
      await new Promise((resolve) => setTimeout(resolve, ASKS_EVERY_MS));
    }
    // One that does not get through is tried again, long before the lease is over.
    const renewing = setInterval(() => void take(keeper, holder).catch(() => false), RENEWED_EVERY_MS);
    try {
      return { result: await work() };
    } finally {
      clearInterval(renewing);
      await keeper.query('DELETE FROM migration_lease WHERE holder = ?', [holder]);
    }
  } finally {
    await keeper.end();
  }
}

async function take(keeper: mysql.Connection, holder: string): Promise<boolean> {
  // Set from left to right: whoever holds it by then, holds it until then.
  await keeper.query(
    `INSERT INTO migration_lease (only_one, holder, until)
     VALUES (1, ?, UTC_TIMESTAMP(3) + INTERVAL ${HOLDS_S} SECOND)
     ON DUPLICATE KEY UPDATE
       holder = IF(until < UTC_TIMESTAMP(3), VALUE(holder), holder),
       until = IF(holder = VALUE(holder), VALUE(until), until)`,
    [holder],
  );
  const [rows] = await keeper.query('SELECT holder FROM migration_lease');
  return (rows as { holder: string }[])[0]?.holder === holder;
}
