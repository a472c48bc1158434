import { DAY_MS } from '@lotrecht/core';
import { requireActor } from '../http/require-actor.ts';
import { type Database } from '../database/database.ts';
import { type AppContext, type AppMiddleware } from '../http/context.ts';
import { KNOWN_DAYS } from './known-device-repository.ts';
import { findSession, hashToken, SESSION_DAYS } from './session-repository.ts';

const SESSION = 'lotrecht_session';
const DEVICE = 'lotrecht_device';
/** Over TLS no other host, path or plain page can set a cookie of this name; a browser takes it only there. */
function nameOf(ctx: Pick<AppContext, 'secure'>, name: string): string {
  return ctx.secure ? `__Host-${name}` : name;
}

/** Hands a secret to the browser: no script reads it, no other site sends it. Null takes it back. */
function setSecret(ctx: AppContext, name: string, token: string | null, days: number): void {
  ctx.cookies.set(nameOf(ctx, name), token, {
    httpOnly: true,
    sameSite: 'strict',
    secure: ctx.secure,
    path: '/',
    overwrite: true,
    ...(token !== null && { maxAge: days * DAY_MS }),
  });
}

/** Hands the session's token to the browser. */
export function setSessionCookie(ctx: AppContext, token: string): void {
  setSecret(ctx, SESSION, token, SESSION_DAYS);
}

/** Takes the session's token back from the browser. */
export function clearSessionCookie(ctx: AppContext): void {
  setSecret(ctx, SESSION, null, 0);
}

/** Lets the browser show that an account was signed in on it before. */
export function setDeviceCookie(ctx: AppContext, token: string): void {
  setSecret(ctx, DEVICE, token, KNOWN_DAYS);
}

/** What the browser shows of earlier sign-ins. */
export function deviceToken(ctx: AppContext): string | undefined {
  const token = ctx.cookies.get(nameOf(ctx, DEVICE));
  return token === undefined || token === '' ? undefined : token;
}

/** Finds out who is asking; says nothing yet about what they may do. */
export function recogniseSession(db: Database): AppMiddleware {
  return async (ctx, next) => {
    const token = ctx.cookies.get(nameOf(ctx, SESSION));
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

/** The hash of the session's token, for what concerns this session alone. @throws Problem 401 */
export function requireTokenHash(ctx: AppContext): Buffer {
  requireActor(ctx);
  if (ctx.state.tokenHash === undefined) throw new Error('a session always has a token');
  return ctx.state.tokenHash;
}
