import { hash, verify } from '@node-rs/argon2';
import { requireUncommon } from './common-passwords.ts';

/** OWASP's first choice: Argon2id, 19 MiB, two passes, one lane. */
const OPTIONS = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** A hash of no one's password, so that an unknown address takes as long as a wrong password. */
const NO_ONES_HASH = await hash('no one signs in with this', OPTIONS);

/** Hashes a password that somebody has chosen. @throws DocumentRefused for one that anyone tries first */
export async function hashChosen(password: string): Promise<string> {
  requireUncommon(password);
  return hashPassword(password);
}

/** Hashes a password with its own salt. */
export function hashPassword(password: string): Promise<string> {
  return hash(password, OPTIONS);
}

/**
 * Whether the password fits the stored hash.
 *
 * @param storedHash undefined for an unknown address: takes as long, always false
 */
export async function passwordFits(password: string, storedHash: string | undefined): Promise<boolean> {
  const fits = await verify(storedHash ?? NO_ONES_HASH, password);
  return fits && storedHash !== undefined;
}
