import { type Database } from '../database/database.ts';
import { addressKey } from '../http/client-address.ts';
import { Problem } from '../problems/problem.ts';
import { tryCount } from '../http/try-count.ts';

const MINUTE_S = 60;

/** One try of a password or a code. */
export interface PasswordTry {
  readonly ip: string;
  /** An address, an instructor's id, or what else the password is for. */
  readonly account: string;
  /** A device on which this account has been signed in before; undefined: none. */
  readonly device?: string | undefined;
}

/** How often a password may be tried. */
export interface SignInLimits {
  /** Counts a try before the password is looked at. @throws Problem 429 when there were too many */
  begin(attempt: PasswordTry): Promise<void>;
  succeeded(attempt: PasswordTry): Promise<void>;
  /** Counts a wish for a new password, which guesses nothing: by device address alone, whoever else asks. */
  ask(wish: PasswordTry): Promise<void>;
}

/**
 * Tries are counted per device address, per device address and account together, and per account for devices that
 * the account was never signed in on. The last is what a crowd of addresses meets; whoever has signed in before on the
 * device at hand does not count there, so a stranger who fails on purpose locks nobody out of their own tablet.
 */
export function signInLimits(db: Database): SignInLimits {
  const byIp = tryCount(db, { kind: 'sign-in-ip', most: 60 });
  const byPair = tryCount(db, { kind: 'sign-in', most: 10 });
  const byDevice = tryCount(db, { kind: 'sign-in-device', most: 20 });
  const byAccount = tryCount(db, { kind: 'sign-in-account', most: 30 });
  const accountKey = (account: string): string =>
    Buffer.from(account.trim().toLowerCase()).toString('base64url').slice(0, 160);
  const pairKey = ({ ip, account }: PasswordTry): string => `${addressKey(ip)}_${accountKey(account)}`;

  const countHere = async (attempt: PasswordTry): Promise<void> => {
    const waitS = Math.max(await byIp.take(addressKey(attempt.ip)), await byPair.take(pairKey(attempt)));
    if (waitS > 0) throw tooMany('Too many tries from here.', waitS);
  };

  return {
    ask: countHere,
    begin: async (attempt) => {
      const { account, device } = attempt;
      await countHere(attempt);
      const there =
        device === undefined ? await byAccount.take(accountKey(account)) : await byDevice.take(device);
      if (there > 0)
        throw tooMany('Someone is trying passwords for this account. Use a device you know.', there);
    },
    succeeded: async (attempt) => {
      const { ip, account, device } = attempt;
      await byPair.forget(pairKey(attempt));
      await byIp.giveBack(addressKey(ip));
      if (device === undefined) await byAccount.giveBack(accountKey(account));
      else await byDevice.forget(device);
    },
  };
}

function tooMany(why: string, waitS: number): Problem {
  return new Problem({
    status: 429,
    code: 'too-many-tries',
    title: `${why} Wait ${Math.ceil(waitS / MINUTE_S)} min, or set a new password by mail.`,
    retryAfterS: waitS,
  });
}
