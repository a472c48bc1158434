import { type Database } from '../database/database.ts';
import { inTime } from '../database/in-time.ts';
import { sql } from '../database/sql.ts';

const WINDOW_S = 15 * 60;
/** A try that cannot be counted is not made. */
const PATIENCE_MS = 5_000;
/** The database's clock, ms: servers whose own clocks differ count together. */
const NOW_MS = sql`CAST(UNIX_TIMESTAMP(NOW(3)) * 1000 AS UNSIGNED)`;

/** How often something was tried lately, by a key. The counts are in the database: all servers share them. */
export interface TryCount {
  /**
   * Counts a try before it is made: of many at the same moment no more than the limit are.
   *
   * @returns seconds to wait; 0: it may be made
   */
  take(key: string): Promise<number>;
  /** It was no failure: what it took is given back. */
  giveBack(key: string): Promise<void>;
  /** Nothing of this key counts any more. */
  forget(key: string): Promise<void>;
}

/** What is counted. */
export interface TryKind {
  /** Keys of different kinds never meet. */
  readonly kind: string;
  /** So many may be tried within the window. */
  readonly most: number;
  /** Seconds. Default: a quarter of an hour. */
  readonly windowS?: number;
}

/** Counts tries. */
export function tryCount(db: Database, { kind, most, windowS = WINDOW_S }: TryKind): TryCount {
  const keyOf = (key: string): string => `${kind}:${key}`.slice(0, 255);
  return {
    take: async (key) => {
      const counted = db.inTransaction((tx) =>
        tx.one<{ points: number; leftMs: number }>(sql`
          INSERT INTO rate_limit (\`key\`, points, expire) VALUES (${keyOf(key)}, 1, ${NOW_MS} + ${windowS * 1000})
          ON DUPLICATE KEY UPDATE
            points = IF(expire < ${NOW_MS}, 1, points + 1),
            expire = IF(expire < ${NOW_MS}, ${NOW_MS} + ${windowS * 1000}, expire)
          RETURNING points, CAST(expire AS SIGNED) - CAST(${NOW_MS} AS SIGNED) AS leftMs`),
      );
      const { points, leftMs } = await inTime(counted, PATIENCE_MS);
      return points > most ? Math.max(1, Math.ceil(Number(leftMs) / 1000)) : 0;
    },
    giveBack: async (key) => {
      await db.exec(
        sql`UPDATE rate_limit SET points = GREATEST(points - 1, 0) WHERE \`key\` = ${keyOf(key)}`,
      );
    },
    forget: async (key) => {
      await db.exec(sql`DELETE FROM rate_limit WHERE \`key\` = ${keyOf(key)}`);
    },
  };
}

/** Counts whose time is over. */
export async function sweepTries(db: Database): Promise<void> {
  await db.exec(sql`DELETE FROM rate_limit WHERE expire < ${NOW_MS}`);
}
