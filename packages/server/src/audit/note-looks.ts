import { type Database } from '../database/database.ts';
import { ifPossible } from '../database/in-time.ts';
import { type AppContext, type RequestState } from '../http/context.ts';
import { type Audit } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { type Access, insertLooks, type Look } from './audit-repository.ts';

/** Nobody waits longer for the note than for what they came to see. */
const PATIENCE_MS = 1_000;
const MOST_WAITING = 10_000;

/** Looks that the database did not take yet, oldest first, until it does. */
const waiting = new WeakMap<Database, Look[]>();

/** Says at whom a route has looked; the frame notes it by the route's `audit`. Default: by who is signed in. */
export function lookedAt(ctx: AppContext, studentIds: readonly string[], actor = requireActor(ctx)): void {
  ctx.state.looked = { actor, studentIds };
}

/** What a route's `audit` says of a look, or undefined where it is none. */
function lookOf(audit: Audit): Pick<Access, 'action' | 'what'> | undefined {
  if ('seen' in audit) return { action: 'seen', what: audit.seen };
  if ('printed' in audit) return { action: 'printed', what: audit.printed };
  if ('exported' in audit) return { action: 'exported', what: audit.exported };
  return undefined;
}

/**
 * Notes a call that has shown students, before it is answered. A database that takes nothing for the moment, its disk
 * full or others in the way, is no reason to show nothing: the note waits here, is in the log, and goes in later.
 */
export async function noteLook(db: Database, audit: Audit, { log, looked }: RequestState): Promise<void> {
  const access = lookOf(audit);
  if (access === undefined) return;
  if (looked === undefined) throw new Error('a route that shows students has to say whom');
  const { actor, studentIds } = looked;
  const look = { actor, studentIds, access };
  // A note that comes late after all meets its own key when it is written again: it is there once.
  if (await ifPossible(insertLooks(db, look), PATIENCE_MS)) return;
  log.warn({ instructorId: actor.instructorId, studentIds, access }, 'a look waits to be noted');
  const queue = waiting.get(db) ?? [];
  waiting.set(db, queue);
  if (queue.length < MOST_WAITING) queue.push(look);
}

/** Notes what waited. Called again and again; what still cannot be noted goes on waiting. */
export async function noteWaitingLooks(db: Database): Promise<void> {
  const queue = waiting.get(db) ?? [];
  while (queue[0] !== undefined) {
    await insertLooks(db, queue[0]);
    queue.shift();
  }
}
