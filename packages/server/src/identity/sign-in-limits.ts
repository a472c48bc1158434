import { type Pool } from 'mysql2';
import { RateLimiterMySQL, RateLimiterRes } from 'rate-limiter-flexible';
import { Problem } from '../http/problem.ts';

const MINUTE_S = 60;

/** How often a password may be tried. */
export interface SignInLimits {
  /** @throws Problem 429 when this address has failed too often */
  requireOpen(ip: string, email: string): Promise<void>;
  failed(ip: string, email: string): Promise<void>;
  succeeded(ip: string, email: string): Promise<void>;
}

/**
 * Failures are counted per device address, and per device address and e-mail together; never per e-mail alone, or a
 * stranger could lock an instructor out by failing on purpose. The counts are in the database: all servers share them.
 */
export function signInLimits(pool: Pool, dbName: string): SignInLimits {
  const limiter = (keyPrefix: string, points: number): RateLimiterMySQL =>
    new RateLimiterMySQL({
      storeClient: pool,
      dbName,
      tableName: 'rate_limit',
      tableCreated: true,
      keyPrefix,
      points,
      duration: 15 * MINUTE_S,
      clearExpiredByTimeout: false,
    });
  const byIp = limiter('sign-in-ip', 60);
  const byIpAndEmail = limiter('sign-in', 10);
  const pairKey = (ip: string, email: string): string =>
    `${ip}_${Buffer.from(email.toLowerCase()).toString('base64url').slice(0, 160)}`;

  const secondsLeft = async (limit: RateLimiterMySQL, key: string): Promise<number> => {
    const state = await limit.get(key);
    return state !== null && state.consumedPoints >= limit.points ? Math.ceil(state.msBeforeNext / 1000) : 0;
  };
  const consume = async (limit: RateLimiterMySQL, key: string): Promise<void> => {
    try {
      await limit.consume(key);
    } catch (error) {
      // Over the limit is an answer, not a failure; the next try is refused.
      if (!(error instanceof RateLimiterRes)) throw error;
    }
  };

  return {
    requireOpen: async (ip, email) => {
      const waitS = Math.max(
        await secondsLeft(byIp, ip),
        await secondsLeft(byIpAndEmail, pairKey(ip, email)),
      );
      if (waitS > 0) {
        throw new Problem({
          status: 429,
          code: 'too-many-tries',
          title: `Too many tries from here. Wait ${Math.ceil(waitS / MINUTE_S)} min, or set a new password by mail.`,
          retryAfterS: waitS,
        });
      }
    },
    failed: async (ip, email) => {
      await consume(byIp, ip);
      await consume(byIpAndEmail, pairKey(ip, email));
    },
    succeeded: async (ip, email) => {
      await byIpAndEmail.delete(pairKey(ip, email));
    },
  };
}
