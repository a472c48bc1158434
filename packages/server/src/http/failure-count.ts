import { type Pool } from 'mysql2';
import { RateLimiterMySQL, RateLimiterRes } from 'rate-limiter-flexible';

const WINDOW_S = 15 * 60;

/** How often something has failed lately, by a key. The counts are in the database: all servers share them. */
export interface FailureCount {
  /** Seconds until the key may try again; 0 while it may. */
  secondsLeft(key: string): Promise<number>;
  add(key: string): Promise<void>;
  forget(key: string): Promise<void>;
}

/**
 * Counts failures within a quarter of an hour.
 *
 * @param kind what fails; keys of different kinds never meet
 * @param most so many may fail before the key has to wait
 */
export function failureCount(
  { pool, dbName }: { readonly pool: Pool; readonly dbName: string },
  kind: string,
  most: number,
): FailureCount {
  const limiter = new RateLimiterMySQL({
    storeClient: pool,
    dbName,
    tableName: 'rate_limit',
    tableCreated: true,
    keyPrefix: kind,
    points: most,
    duration: WINDOW_S,
    clearExpiredByTimeout: false,
  });
  return {
    secondsLeft: async (key) => {
      const state = await limiter.get(key);
      return state !== null && state.consumedPoints >= most ? Math.ceil(state.msBeforeNext / 1000) : 0;
    },
    add: async (key) => {
      try {
        await limiter.consume(key);
      } catch (error) {
        // Over the limit is an answer, not a failure; the next try is refused.
        if (!(error instanceof RateLimiterRes)) throw error;
      }
    },
    forget: async (key) => {
      await limiter.delete(key);
    },
  };
}
