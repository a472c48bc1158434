import { type Logger } from 'pino';
import { type Database } from '../database/database.ts';
import { ifPossible } from '../database/in-time.ts';
import { type AppContext } from '../http/context.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { type Access, insertLooks, type Look } from './audit-repository.ts';

/** Nobody waits longer for the note than for what they came to see. */
const PATIENCE_MS = 1_000;
const MOST_WAITING = 10_000;

/** Looks that the database did not take yet, oldest first, until it does. */
const waiting = new WeakMap<Database, Look[]>();

/**
 * Notes that the signed-in instructor has looked at students. A database that takes nothing for the moment, its disk
 * full or others in the way, is no reason to show nothing: the note waits here, is in the log, and goes in later.
 */
export async function noteLooks(
  ctx: AppContext,
  db: Database,
  studentIds: readonly string[],
  access: Access,
): Promise<void> {
  await noteLook(db, { actor: requireActor(ctx), studentIds, access }, ctx.state.log);
}

/** The same for whoever is not signed in: a student by their link. */
export async function noteLook(db: Database, look: Look, log: Logger): Promise<void> {
  // A note that comes late after all meets its own key when it is written again: it is there once.
  if (await ifPossible(insertLooks(db, look), PATIENCE_MS)) return;
  const { actor, studentIds, access } = look;
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
