import { type Database } from '../database/database.ts';
import { addressKey } from '../http/client-address.ts';
import { Problem } from '../problems/problem.ts';
import { tryCount } from '../http/try-count.ts';

const MINUTE_S = 60;
const WRONG_TOKENS = 20;

/**
 * How often a link may be guessed from one device address. Only what opens nothing counts: whoever shares an address with
 * somebody who guesses still opens their own.
 */
export interface GuessLimit {
  /** Counts a token that opened nothing. @throws Problem 429 when there were too many: nobody learns then what they open */
  missed(ip: string): Promise<void>;
}

/** Guesses are counted per device address. */
export function guessLimit(db: Database): GuessLimit {
  const guesses = tryCount(db, { kind: 'student-link', most: WRONG_TOKENS });
  return {
    missed: async (ip) => {
      const waitS = await guesses.take(addressKey(ip));
      if (waitS === 0) return;
      throw new Problem({
        status: 429,
        code: 'too-many-tries',
        title: `Too many links that open nothing. Wait ${Math.ceil(waitS / MINUTE_S)} min, or ask for a new link.`,
        retryAfterS: waitS,
      });
    },
  };
}
