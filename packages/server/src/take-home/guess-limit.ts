import { type Pool } from 'mysql2';
import { RateLimiterMySQL, RateLimiterRes } from 'rate-limiter-flexible';
import { Problem } from '../http/problem.ts';

const MINUTE_S = 60;
const WRONG_TOKENS = 20;

/** How often a link may be guessed from one device address. */
export interface GuessLimit {
  /** @throws Problem 429 when this address has tried too many links that open nothing */
  requireOpen(ip: string): Promise<void>;
  failed(ip: string): Promise<void>;
}

/** Counted in the database: all servers share it. */
export function guessLimit(pool: Pool, dbName: string): GuessLimit {
  const limiter = new RateLimiterMySQL({
    storeClient: pool,
    dbName,
    tableName: 'rate_limit',
    tableCreated: true,
    keyPrefix: 'student-link',
    points: WRONG_TOKENS,
    duration: 15 * MINUTE_S,
    clearExpiredByTimeout: false,
  });
  return {
    requireOpen: async (ip) => {
      const state = await limiter.get(ip);
      if (state === null || state.consumedPoints < WRONG_TOKENS) return;
      const waitS = Math.ceil(state.msBeforeNext / 1000);
      throw new Problem({
        status: 429,
        code: 'too-many-tries',
        title: `Too many links that open nothing. Wait ${Math.ceil(waitS / MINUTE_S)} min, or ask for a new link.`,
        retryAfterS: waitS,
      });
    },
    failed: async (ip) => {
      try {
        await limiter.consume(ip);
      } catch (error) {
        // Over the limit is an answer, not a failure; the next try is refused.
        if (!(error instanceof RateLimiterRes)) throw error;
      }
    },
  };
}
