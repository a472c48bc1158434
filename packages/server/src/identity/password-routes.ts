import {
  validateInvitation,
  validateLinkUse,
  validatePasswordChange,
  validatePasswordForgotten,
} from '@lotrecht/contract';
import { type Database, isDuplicate } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { notFound, Problem } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { listPost, type PostBox } from '../post/post-box.ts';
import {
  findByEmail,
  findPasswordHash,
  insertInstructor,
  listInstructors,
  setPasswordHash,
} from './instructor-repository.ts';
import { findOpenLink, insertLink, type OpenLink, useLink } from './one-time-link-repository.ts';
import { hashPassword, passwordFits } from './passwords.ts';
import { requireActor, setSessionCookie } from './session-cookie.ts';
import { closeAllSessions, openSession } from './session-repository.ts';
import { type SignInLimits } from './sign-in-limits.ts';

const INVITATION_HOURS = 7 * 24;
const RESET_HOURS = 1;

/** What passwords, invitations and links need. */
export interface PasswordDependencies {
  readonly db: Database;
  readonly postBox: PostBox;
  readonly limits: SignInLimits;
}

/** Passwords, invitations of instructors, and the one-time links that both go out by. */
export function passwordRoutes({ db, postBox, limits }: PasswordDependencies): readonly Route[] {
  const linkAddress = (ctx: AppContext, token: string): string =>
    `${ctx.protocol}://${ctx.host}/link/${token}`;

  const changePassword = async (ctx: AppContext): Promise<void> => {
    const actor = requireActor(ctx);
    const { current, password } = bodyOf(ctx, validatePasswordChange);
    if (!(await passwordFits(current, await findPasswordHash(db, actor)))) {
      throw new Problem({
        status: 403,
        code: 'wrong-password',
        title: 'The present password is another one.',
        errors: [
          { code: 'wrong-password', path: '/current', message: 'Type the password you sign in with now.' },
        ],
      });
    }
    const passwordHash = await hashPassword(password);
    await db.inTransaction(async (tx) => {
      await setPasswordHash(tx, actor, passwordHash);
      await closeAllSessions(tx, actor);
    });
    setSessionCookie(ctx, await openSession(db, actor, ctx.get('user-agent')));
    ctx.status = 204;
  };

  const forgotten = async (ctx: AppContext): Promise<void> => {
    const { email } = bodyOf(ctx, validatePasswordForgotten);
    await limits.requireOpen(ctx.ip, `forgotten ${email}`);
    await limits.failed(ctx.ip, `forgotten ${email}`);
    const instructor = await findByEmail(db, email);
    if (instructor !== undefined) {
      const { academyId, instructorId, name, role } = instructor;
      const link = {
        academyId,
        kind: 'password-reset',
        instructorId,
        email,
        name,
        role,
        hours: RESET_HOURS,
      } as const;
      const token = await insertLink(db, link);
      await postBox.send(db, {
        academyId,
        recipient: instructor.email,
        subject: 'Set a new password',
        body: `${name},\n\nset a new password within the hour:\n${linkAddress(ctx, token)}\n\nIf you did not ask for it, nothing has changed.\n`,
      });
    }
    // The same answer for every address: nobody learns here who has an account.
    ctx.status = 202;
    ctx.body = {};
  };

  const invite = async (ctx: AppContext): Promise<void> => {
    const { academyId } = requireActor(ctx);
    const { name, email, role } = bodyOf(ctx, validateInvitation);
    const link = {
      academyId,
      kind: 'invitation',
      instructorId: null,
      email,
      name,
      role,
      hours: INVITATION_HOURS,
    } as const;
    await db.inTransaction(async (tx) => {
      const token = await insertLink(tx, link);
      await postBox.send(tx, {
        academyId,
        recipient: email,
        subject: 'You are invited to teach with Lotrecht',
        body: `${name},\n\nchoose your password within a week:\n${linkAddress(ctx, token)}\n`,
      });
    });
    ctx.status = 202;
    ctx.body = {};
  };

  const openLink = async (ctx: AppContext): Promise<OpenLink & { token: string }> => {
    const token = ctx.params['token'] ?? '';
    const link = await findOpenLink(db, token);
    if (link === undefined) {
      throw new Problem({
        status: 404,
        code: 'link-over',
        title: 'This link was used or is too old. Ask for a new one.',
      });
    }
    return { ...link, token };
  };

  const applyLink = async (ctx: AppContext): Promise<void> => {
    const { token, academyId, instructorId, name, email, role } = await openLink(ctx);
    const passwordHash = await hashPassword(bodyOf(ctx, validateLinkUse).password);
    const actorId = await db.inTransaction(async (tx) => {
      if (!(await useLink(tx, token))) throw notFound();
      if (instructorId === null) return addInvited({ academyId, name, email, role, passwordHash }, tx);
      await setPasswordHash(tx, { academyId, instructorId }, passwordHash);
      await closeAllSessions(tx, { academyId, instructorId });
      return instructorId;
    });
    const actor = { academyId, instructorId: actorId, role };
    setSessionCookie(ctx, await openSession(db, actor, ctx.get('user-agent')));
    ctx.status = 204;
  };

  return [
    { method: 'put', path: '/api/password', access: 'signed-in', handle: changePassword },
    { method: 'post', path: '/api/password-forgotten', access: 'public', handle: forgotten },
    { method: 'post', path: '/api/invitations', access: 'head', handle: invite },
    {
      method: 'get',
      path: '/api/links/:token',
      access: 'public',
      handle: async (ctx) => {
        const { kind, academyName, name, email } = await openLink(ctx);
        ctx.body = { kind, academyName, name, email };
      },
    },
    { method: 'post', path: '/api/links/:token', access: 'public', handle: applyLink },
    {
      method: 'get',
      path: '/api/instructors',
      access: 'head',
      handle: async (ctx) => {
        ctx.body = await listInstructors(db, requireActor(ctx).academyId);
      },
    },
    {
      method: 'get',
      path: '/api/post',
      access: 'head',
      handle: async (ctx) => {
        ctx.body = await listPost(db, requireActor(ctx).academyId);
      },
    },
  ];
}

async function addInvited(
  instructor: Parameters<typeof insertInstructor>[1],
  tx: Parameters<typeof insertInstructor>[0],
): Promise<string> {
  try {
    return await insertInstructor(tx, instructor);
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw new Problem({
      status: 409,
      code: 'address-taken',
      title: 'This address already has an account. Sign in with it.',
    });
  }
}
