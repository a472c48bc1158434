import { type Database } from '../database/database.ts';
import { type Actor, type AppContext, type AppMiddleware } from '../http/context.ts';
import { Problem } from '../http/problem.ts';
import { findSession, hashToken, SESSION_DAYS } from './session-repository.ts';

const COOKIE = 'lotrecht_session';
const DAY_MS = 86_400_000;

/** Hands the session's token to the browser: no script reads it, no other site sends it. */
export function setSessionCookie(ctx: AppContext, token: string): void {
  ctx.cookies.set(COOKIE, token, {
    httpOnly: true,
    sameSite: 'strict',
    secure: ctx.secure,
    path: '/',
    maxAge: SESSION_DAYS * DAY_MS,
    overwrite: true,
  });
}

/** Takes the session's token back from the browser. */
export function clearSessionCookie(ctx: AppContext): void {
  ctx.cookies.set(COOKIE, null, { httpOnly: true, sameSite: 'strict', secure: ctx.secure, path: '/' });
}

/** Finds out who is asking; says nothing yet about what they may do. */
export function recogniseSession(db: Database): AppMiddleware {
  return async (ctx, next) => {
    const token = ctx.cookies.get(COOKIE);
    if (token !== undefined && token !== '') {
      const tokenHash = hashToken(token);
      const session = await findSession(db, tokenHash);
      if (session !== undefined) {
        ctx.state.actor = session.actor;
        ctx.state.locked = session.locked;
        ctx.state.tokenHash = tokenHash;
      }
    }
    await next();
  };
}

/** The signed-in instructor. @throws Problem 401 */
export function requireActor(ctx: AppContext): Actor {
  if (ctx.state.actor === undefined) {
    throw new Problem({ status: 401, code: 'not-signed-in', title: 'Sign in first.' });
  }
  return ctx.state.actor;
}

/** The hash of the session's token, for what concerns this session alone. @throws Problem 401 */
export function requireTokenHash(ctx: AppContext): Buffer {
  requireActor(ctx);
  if (ctx.state.tokenHash === undefined) throw new Error('a session always has a token');
  return ctx.state.tokenHash;
}
