import { type Pool } from 'mysql2';
import { failureCount } from '../http/failure-count.ts';
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
 * stranger could lock an instructor out by failing on purpose.
 */
export function signInLimits(pool: Pool, dbName: string): SignInLimits {
  const byIp = failureCount({ pool, dbName }, 'sign-in-ip', 60);
  const byIpAndEmail = failureCount({ pool, dbName }, 'sign-in', 10);
  const pairKey = (ip: string, email: string): string =>
    `${ip}_${Buffer.from(email.toLowerCase()).toString('base64url').slice(0, 160)}`;

  return {
    requireOpen: async (ip, email) => {
      const waitS = Math.max(await byIp.secondsLeft(ip), await byIpAndEmail.secondsLeft(pairKey(ip, email)));
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
      await byIp.add(ip);
      await byIpAndEmail.add(pairKey(ip, email));
    },
    succeeded: async (ip, email) => {
      await byIpAndEmail.forget(pairKey(ip, email));
    },
  };
}
