import { type Answers, type SessionView } from '@lotrecht/records';
import { timingSafeEqual, createHash } from 'node:crypto';
import { validateFirstAcademy, validateSignIn, validateUnlock } from '@lotrecht/records';
import { type Database } from '../database/database.ts';
import { type Actor, actorOf } from '../access/actor.ts';
import { type AppContext } from '../http/context.ts';
import { holdLease } from '../database/lease.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound, Problem } from '../problems/problem.ts';
import { type Route } from '../http/route.ts';
import { noteSecurity, typedAccount } from '../http/security-log.ts';
import {
  anyAcademyExists,
  describeActor,
  findCredentials,
  findPasswordHash,
  insertAcademy,
  insertInstructor,
} from './instructor-repository.ts';
import { hashChosen, passwordFits } from './passwords.ts';
import { isKnownDevice, rememberDevice } from './known-device-repository.ts';
import { beginTry, ownTry } from './password-try.ts';
import { requireActor } from '../http/require-actor.ts';
import {
  clearSessionCookie,
  deviceToken,
  requireTokenHash,
  setDeviceCookie,
  setSessionCookie,
} from './session-cookie.ts';
import {
  closeAllSessions,
  closeSession,
  hashToken,
  listSessions,
  openSession,
  revokeSession,
  setSessionLocked,
} from './session-repository.ts';
import { type SignInLimits } from './sign-in-limits.ts';

function sameSecret(given: string, expected: string): boolean {
  const digest = (text: string): Buffer => createHash('sha256').update(text).digest();
  return timingSafeEqual(digest(given), digest(expected));
}

/** Enough of a token to tell devices apart. */
function shortOf(token: string | undefined): string {
  return hashToken(token ?? '')
    .toString('base64url')
    .slice(0, 16);
}

function alreadySetUp(): Problem {
  return new Problem({
    status: 409,
    code: 'already-set-up',
    title: 'This installation already has its academy. Sign in.',
  });
}

/** What identity needs. */
export interface IdentityDependencies {
  readonly db: Database;
  readonly setupCode: string | undefined;
  readonly limits: SignInLimits;
}

/** Sign-in, sign-out here and everywhere, and the first academy of an empty installation. */
export function identityRoutes({ db, setupCode, limits }: IdentityDependencies): readonly Route[] {
  const startSession = async (ctx: AppContext, actor: Actor): Promise<SessionView> => {
    setSessionCookie(ctx, await openSession(db, actor, ctx.get('user-agent')));
    setDeviceCookie(ctx, await rememberDevice(db, actor, deviceToken(ctx)));
    return describeActor(db, actor, false);
  };

  const signIn = async (ctx: AppContext): Promise<Answers['POST /api/session']> => {
    const { email, password } = bodyOf(ctx, validateSignIn);
    const credentials = await findCredentials(db, email);
    const account = credentials?.instructorId ?? typedAccount(email);
    const held = deviceToken(ctx);
    const known =
      credentials !== undefined && held !== undefined && (await isKnownDevice(db, credentials, held));
    const attempt = { ip: ctx.ip, account, device: known ? `${account}_${shortOf(held)}` : undefined };
    await beginTry(ctx, limits, attempt);
    if (!(await passwordFits(password, credentials?.passwordHash)) || credentials === undefined) {
      noteSecurity(ctx, 'sign-in-failed', account);
      throw new Problem({
        status: 401,
        code: 'wrong-credentials',
        title: 'E-mail and password do not fit each other.',
      });
    }
    await limits.succeeded(attempt);
    if (credentials.suspended === 1) {
      throw new Problem({
        status: 403,
        code: 'suspended',
        title: 'This account is suspended. The head of the academy can open it again.',
      });
    }
    if (ctx.state.tokenHash !== undefined) await closeSession(db, ctx.state.tokenHash);
    const { academyId, instructorId, role } = credentials;
    noteSecurity(ctx, 'signed-in', instructorId);
    return startSession(ctx, actorOf({ academyId, instructorId, role }));
  };

  const signOut = async (ctx: AppContext): Promise<Answers['DELETE /api/session']> => {
    if (ctx.state.tokenHash !== undefined) await closeSession(db, ctx.state.tokenHash);
    clearSessionCookie(ctx);
    return null;
  };

  const signOutEverywhere = async (ctx: AppContext): Promise<Answers['DELETE /api/sessions']> => {
    await closeAllSessions(db, requireActor(ctx));
    clearSessionCookie(ctx);
    return null;
  };

  const unlock = async (ctx: AppContext): Promise<Answers['POST /api/session/unlock']> => {
    const actor = requireActor(ctx);
    const { password } = bodyOf(ctx, validateUnlock);
    const attempt = ownTry(ctx, actor);
    await beginTry(ctx, limits, attempt);
    if (!(await passwordFits(password, await findPasswordHash(db, actor)))) {
      noteSecurity(ctx, 'unlock-failed', actor.instructorId);
      throw new Problem({
        status: 403,
        code: 'wrong-password',
        title: 'This is not your password. Try again, or sign out.',
      });
    }
    await limits.succeeded(attempt);
    noteSecurity(ctx, 'unlocked', actor.instructorId);
    await setSessionLocked(db, requireTokenHash(ctx), false);
    return describeActor(db, actor, false);
  };

  const makeFirstAcademy = async (ctx: AppContext): Promise<Answers['POST /api/setup']> => {
    const input = bodyOf(ctx, validateFirstAcademy);
    if (setupCode === undefined || (await anyAcademyExists(db))) throw alreadySetUp();
    const attempt = { ip: ctx.ip, account: 'setup' };
    await beginTry(ctx, limits, attempt);
    if (!sameSecret(input.code.trim().toUpperCase(), setupCode)) {
      noteSecurity(ctx, 'setup-failed');
      throw new Problem({
        status: 403,
        code: 'wrong-code',
        title: 'The code is not the one printed by the start.',
        errors: [
          {
            code: 'wrong-code',
            path: '/code',
            message: 'Type the one-time code that was printed when the server started.',
          },
        ],
      });
    }
    const passwordHash = await hashChosen(input.password);
    await limits.succeeded(attempt);
    const actor = await db.inTransaction(async (tx) => {
      // One at a time: the code that was sent six times at once makes one academy.
      await holdLease(tx, 'first-academy');
      if (await anyAcademyExists(tx)) throw alreadySetUp();
      const academyId = await insertAcademy(tx, input.academyName);
      const head = { academyId, name: input.name, email: input.email, role: 'head', passwordHash } as const;
      return actorOf({ academyId, instructorId: await insertInstructor(tx, head), role: head.role });
    });
    noteSecurity(ctx, 'academy-made', actor.instructorId);
    return startSession(ctx, actor);
  };

  return [
    {
      name: 'GET /api/setup',
      access: 'public',
      audit: { nothing: 'no student is in it' },
      handle: async () => {
        return { needed: setupCode !== undefined && !(await anyAcademyExists(db)) };
      },
    },
    {
      name: 'POST /api/setup',
      access: 'public',
      audit: { nothing: 'in the security log' },
      handle: makeFirstAcademy,
    },
    {
      name: 'POST /api/session',
      access: 'public',
      audit: { nothing: 'in the security log' },
      handle: signIn,
    },
    {
      name: 'GET /api/session',
      access: 'locked-too',
      audit: { nothing: 'no student is in it' },
      handle: async (ctx) => describeActor(db, requireActor(ctx), ctx.state.locked === true),
    },
    {
      name: 'DELETE /api/session',
      access: 'locked-too',
      audit: { nothing: 'in the security log' },
      handle: signOut,
    },
    {
      name: 'POST /api/session/lock',
      access: 'locked-too',
      audit: { nothing: 'in the security log' },
      handle: async (ctx) => {
        await setSessionLocked(db, requireTokenHash(ctx), true);
        return null;
      },
    },
    {
      name: 'POST /api/session/unlock',
      access: 'locked-too',
      audit: { nothing: 'in the security log' },
      handle: unlock,
    },
    {
      name: 'GET /api/sessions',
      access: 'signed-in',
      audit: { nothing: 'no student is in it' },
      handle: async (ctx) => listSessions(db, requireActor(ctx), requireTokenHash(ctx)),
    },
    {
      name: 'DELETE /api/sessions',
      access: 'signed-in',
      audit: { nothing: 'in the security log' },
      handle: signOutEverywhere,
    },
    {
      name: 'DELETE /api/sessions/:id',
      access: 'signed-in',
      audit: { nothing: 'in the security log' },
      handle: async (ctx) => {
        if (!(await revokeSession(db, requireActor(ctx), idParam(ctx)))) throw notFound();
        return null;
      },
    },
  ];
}
