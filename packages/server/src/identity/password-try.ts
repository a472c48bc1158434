import { type Actor } from '../access/actor.ts';
import { type AppContext } from '../http/context.ts';
import { Problem } from '../problems/problem.ts';
import { noteSecurity } from '../http/security-log.ts';
import { type PasswordTry, type SignInLimits } from './sign-in-limits.ts';

/** A try of one's own password on a device where one is signed in: no stranger counts against it. */
export function ownTry(ctx: AppContext, { instructorId }: Actor): PasswordTry {
  return { ip: ctx.ip, account: instructorId, device: `own_${instructorId}` };
}

/** Counts a try before it is made, and notes one that is stopped. @throws Problem 429 */
export function beginTry(ctx: AppContext, limits: SignInLimits, attempt: PasswordTry): Promise<void> {
  return noted(ctx, attempt, () => limits.begin(attempt));
}

/** The same for a wish for a new password. @throws Problem 429 */
export function askForReset(ctx: AppContext, limits: SignInLimits, account: string): Promise<void> {
  const wish = { ip: ctx.ip, account: `forgotten ${account}` };
  return noted(ctx, wish, () => limits.ask(wish));
}

async function noted(ctx: AppContext, attempt: PasswordTry, count: () => Promise<void>): Promise<void> {
  try {
    await count();
  } catch (error) {
    if (error instanceof Problem) noteSecurity(ctx, 'tries-stopped', attempt.account);
    throw error;
  }
}
