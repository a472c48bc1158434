import { createHash } from 'node:crypto';
import { type AppContext } from './context.ts';

/** What concerns accounts and links, and is looked for when something has happened. */
export type SecurityEvent =
  | 'signed-in'
  | 'sign-in-failed'
  | 'unlocked'
  | 'unlock-failed'
  | 'password-changed'
  | 'password-change-failed'
  | 'reset-asked'
  | 'link-used'
  | 'setup-failed'
  | 'academy-made'
  | 'tries-stopped'
  | 'student-link-failed';

/**
 * Notes such an event with where it came from.
 *
 * @param account an instructor's id; `typed:` and a digest where there is no such account, for people type passwords
 *   into the field for the address
 */
export function noteSecurity(
  ctx: Pick<AppContext, 'ip' | 'state'>,
  event: SecurityEvent,
  account?: string,
): void {
  ctx.state.log.warn({ security: event, ip: ctx.ip, ...(account !== undefined && { account }) }, event);
}

/** An address that was typed, told apart and not kept. */
export function typedAccount(email: string): string {
  return `typed:${createHash('sha256').update(email.trim().toLowerCase()).digest('hex').slice(0, 12)}`;
}
