import { type Pool } from 'mysql2';
import { failureCount } from '../http/failure-count.ts';
import { Problem } from '../http/problem.ts';

const MINUTE_S = 60;
const WRONG_TOKENS = 20;

/** How often a link may be guessed from one device address. */
export interface GuessLimit {
  /** @throws Problem 429 when this address has tried too many links that open nothing */
  requireOpen(ip: string): Promise<void>;
  failed(ip: string): Promise<void>;
}

/** Guesses are counted per device address. */
export function guessLimit(pool: Pool, dbName: string): GuessLimit {
  const guesses = failureCount({ pool, dbName }, 'student-link', WRONG_TOKENS);
  return {
    requireOpen: async (ip) => {
      const waitS = await guesses.secondsLeft(ip);
      if (waitS === 0) return;
      throw new Problem({
        status: 429,
        code: 'too-many-tries',
        title: `Too many links that open nothing. Wait ${Math.ceil(waitS / MINUTE_S)} min, or ask for a new link.`,
        retryAfterS: waitS,
      });
    },
    failed: guesses.add,
  };
}
