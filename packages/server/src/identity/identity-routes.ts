import { timingSafeEqual, createHash } from 'node:crypto';
import { validateFirstAcademy, validateSignIn } from '@lotrecht/contract';
import { type Database } from '../database/database.ts';
import { type Actor, type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { Problem } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import {
  anyAcademyExists,
  describeActor,
  findCredentials,
  insertAcademy,
  insertInstructor,
} from './instructor-repository.ts';
import { hashPassword, passwordFits } from './passwords.ts';
import { clearSessionCookie, requireActor, setSessionCookie } from './session-cookie.ts';
import { closeAllSessions, closeSession, openSession } from './session-repository.ts';

function sameSecret(given: string, expected: string): boolean {
  const digest = (text: string): Buffer => createHash('sha256').update(text).digest();
  return timingSafeEqual(digest(given), digest(expected));
}

/** Sign-in, sign-out here and everywhere, and the first academy of an empty installation. */
export function identityRoutes(db: Database, setupCode: string | undefined): readonly Route[] {
  const startSession = async (ctx: AppContext, actor: Actor): Promise<void> => {
    setSessionCookie(ctx, await openSession(db, actor));
    ctx.body = await describeActor(db, actor);
  };

  const signIn = async (ctx: AppContext): Promise<void> => {
    const { email, password } = bodyOf(ctx, validateSignIn);
    const credentials = await findCredentials(db, email);
    if (!(await passwordFits(password, credentials?.passwordHash)) || credentials === undefined) {
      throw new Problem({
        status: 401,
        code: 'wrong-credentials',
        title: 'E-mail and password do not fit each other.',
      });
    }
    if (ctx.state.tokenHash !== undefined) await closeSession(db, ctx.state.tokenHash);
    const { academyId, instructorId, role } = credentials;
    await startSession(ctx, { academyId, instructorId, role });
  };

  const signOut = async (ctx: AppContext): Promise<void> => {
    if (ctx.state.tokenHash !== undefined) await closeSession(db, ctx.state.tokenHash);
    clearSessionCookie(ctx);
    ctx.status = 204;
  };

  const signOutEverywhere = async (ctx: AppContext): Promise<void> => {
    await closeAllSessions(db, requireActor(ctx));
    clearSessionCookie(ctx);
    ctx.status = 204;
  };

  const makeFirstAcademy = async (ctx: AppContext): Promise<void> => {
    const input = bodyOf(ctx, validateFirstAcademy);
    if (setupCode === undefined || (await anyAcademyExists(db))) {
      throw new Problem({
        status: 409,
        code: 'already-set-up',
        title: 'This installation already has its academy. Sign in.',
      });
    }
    if (!sameSecret(input.code.trim().toUpperCase(), setupCode)) {
      throw new Problem({
        status: 403,
        code: 'wrong-code',
        title: 'The code is not the one printed by the start.',
        errors: [
          {
            code: 'wrong-code',
            path: '/code',
            message: 'Type the code that the start printed in its window.',
          },
        ],
      });
    }
    const passwordHash = await hashPassword(input.password);
    const actor = await db.inTransaction(async (tx) => {
      const academyId = await insertAcademy(tx, input.academyName);
      const head = { academyId, name: input.name, email: input.email, role: 'head', passwordHash } as const;
      return { academyId, instructorId: await insertInstructor(tx, head), role: head.role };
    });
    await startSession(ctx, actor);
  };

  return [
    {
      method: 'get',
      path: '/api/setup',
      access: 'public',
      handle: async (ctx) => {
        ctx.body = { needed: setupCode !== undefined && !(await anyAcademyExists(db)) };
      },
    },
    { method: 'post', path: '/api/setup', access: 'public', handle: makeFirstAcademy },
    { method: 'post', path: '/api/session', access: 'public', handle: signIn },
    {
      method: 'get',
      path: '/api/session',
      access: 'signed-in',
      handle: async (ctx) => {
        ctx.body = await describeActor(db, requireActor(ctx));
      },
    },
    { method: 'delete', path: '/api/session', access: 'signed-in', handle: signOut },
    { method: 'delete', path: '/api/sessions', access: 'signed-in', handle: signOutEverywhere },
  ];
}
