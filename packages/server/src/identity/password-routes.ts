import {
  type Answers,
  validateLinkUse,
  validatePasswordChange,
  validatePasswordForgotten,
} from '@lotrecht/records';
import { type Database, type Queries } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { type Actor, actorOf } from '../access/actor.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { notFound, Problem } from '../problems/problem.ts';
import { type Later } from '../http/later.ts';
import { type PublicOrigins } from '../http/public-origin.ts';
import { type Route } from '../http/route.ts';
import { noteSecurity, typedAccount } from '../http/security-log.ts';
import { tryCount } from '../http/try-count.ts';
import { putLetter } from '../post/post-box-repository.ts';
import {
  findByEmail,
  findPasswordHash,
  findPerson,
  giveAddress,
  insertInstructor,
  setPasswordHash,
} from './instructor-repository.ts';
import {
  closeLinksTo,
  findOpenLink,
  insertLink,
  type OpenLink,
  useLink,
} from './one-time-link-repository.ts';
import { askForReset, beginTry, ownTry } from './password-try.ts';
import { isStandInAddress } from './stand-in-address.ts';
import { hashChosen, passwordFits } from './passwords.ts';
import { requireActor } from '../http/require-actor.ts';
import { setSessionCookie } from './session-cookie.ts';
import { closeAllSessions, openSession } from './session-repository.ts';
import { type SignInLimits } from './sign-in-limits.ts';

const RESET_HOURS = 1;
/** For whoever did not change it themselves: letters are not read within the hour. */
const WAY_BACK_HOURS = 24;

/** What passwords and links need. */
export interface PasswordDependencies {
  readonly db: Database;
  readonly origins: PublicOrigins;
  readonly limits: SignInLimits;
  readonly later: Later;
}

/** Letters to one account within an hour: whoever asks for more fills somebody's post. */
const RESETS_AN_HOUR = 5;
const HOUR_S = 3_600;

/** Passwords, and what one-time links open: a password that was forgotten, and an invitation. */
export function passwordRoutes({ db, origins, limits, later }: PasswordDependencies): readonly Route[] {
  const resets = tryCount(db, { kind: 'reset-letter', most: RESETS_AN_HOUR, windowS: HOUR_S });
  const linkOf = (id: string) =>
    ({ opens: 'one-time-link', id, address: `${origins.letters}/link/` }) as const;

  const changePassword = async (ctx: AppContext): Promise<Answers['PUT /api/password']> => {
    const actor = requireActor(ctx);
    const { current, password } = bodyOf(ctx, validatePasswordChange);
    const attempt = ownTry(ctx, actor);
    await beginTry(ctx, limits, attempt);
    if (!(await passwordFits(current, await findPasswordHash(db, actor)))) {
      noteSecurity(ctx, 'password-change-failed', actor.instructorId);
      throw new Problem({
        status: 403,
        code: 'wrong-password',
        title: 'The present password is another one.',
        errors: [
          { code: 'wrong-password', path: '/current', message: 'Type the password you sign in with now.' },
        ],
      });
    }
    await limits.succeeded(attempt);
    const passwordHash = await hashChosen(password);
    await db.inTransaction(async (tx) => {
      await replacePassword(tx, actor, passwordHash);
      await tellOfChange(tx, actor);
    });
    noteSecurity(ctx, 'password-changed', actor.instructorId);
    setSessionCookie(ctx, await openSession(db, actor, ctx.get('user-agent')));
    return null;
  };

  /** Whoever did not change it themselves learns of it, and has a way back. */
  const tellOfChange = async (
    tx: Queries,
    { academyId, instructorId }: Pick<Actor, 'academyId' | 'instructorId'>,
  ): Promise<void> => {
    const person = await findPerson(tx, { academyId, instructorId });
    if (person === undefined || isStandInAddress(person.email)) return;
    const { email, name, role } = person;
    const link = {
      academyId,
      kind: 'password-reset',
      instructorId,
      invitedBy: null,
      email,
      name,
      role,
    } as const;
    await putLetter(tx, {
      academyId,
      recipient: email,
      subject: 'Your password was changed',
      link: linkOf(await insertLink(tx, { ...link, hours: WAY_BACK_HOURS })),
      body: (address) =>
        `${name},\n\nyour password was changed. If it was not you, set a new one within a day:\n${address}\n`,
    });
  };

  const forgotten = async (ctx: AppContext): Promise<Answers['POST /api/password-forgotten']> => {
    const { email } = bodyOf(ctx, validatePasswordForgotten);
    // Asking is no guess at a password: it counts by itself, and by account only how many letters go out. It counts by
    // what was typed: an address that has an account is no slower to count.
    await askForReset(ctx, limits, typedAccount(email));
    // The same answer for every address, and at once: nobody learns here who has an account, by its time neither.
    ctx.status = 202;
    later.begin(
      () => sendReset(ctx, email),
      (error) =>
        ctx.state.log.error({ err: error }, 'a letter with a new password could not be put into the box'),
    );
    return {};
  };

  const sendReset = async (ctx: AppContext, email: string): Promise<void> => {
    const instructor = await findByEmail(db, email);
    const account = instructor?.instructorId ?? typedAccount(email);
    noteSecurity(ctx, 'reset-asked', account);
    if (instructor !== undefined && (await resets.take(account)) === 0) {
      const { academyId, instructorId, name, role } = instructor;
      const link = {
        academyId,
        kind: 'password-reset',
        instructorId,
        invitedBy: null,
        email: instructor.email,
        name,
        role,
        hours: RESET_HOURS,
      } as const;
      await db.inTransaction(async (tx) =>
        putLetter(tx, {
          academyId,
          recipient: instructor.email,
          subject: 'Set a new password',
          link: linkOf(await insertLink(tx, link)),
          body: (address) =>
            `${name},\n\nset a new password within the hour:\n${address}\n\nIf you did not ask for it, nothing has changed.\n`,
        }),
      );
    }
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

  const applyLink = async (ctx: AppContext): Promise<Answers['POST /api/links/:token']> => {
    const { token, kind, academyId, instructorId, name, email, role } = await openLink(ctx);
    const passwordHash = await hashChosen(bodyOf(ctx, validateLinkUse).password);
    const actorId = await db.inTransaction(async (tx) => {
      if (!(await useLink(tx, token))) throw notFound();
      const person = { academyId, name, email, role, passwordHash };
      if (instructorId === null) return unlessTaken(() => insertInstructor(tx, person));
      if (kind === 'invitation') await unlessTaken(() => giveAddress(tx, instructorId, person));
      await replacePassword(tx, { academyId, instructorId }, passwordHash);
      if (kind !== 'invitation') await tellOfChange(tx, { academyId, instructorId });
      return instructorId;
    });
    noteSecurity(ctx, 'link-used', actorId);
    const actor = actorOf({ academyId, instructorId: actorId, role });
    setSessionCookie(ctx, await openSession(db, actor, ctx.get('user-agent')));
    return null;
  };

  return [
    {
      name: 'PUT /api/password',
      access: 'signed-in',
      audit: { nothing: 'in the security log' },
      handle: changePassword,
    },
    {
      name: 'POST /api/password-forgotten',
      access: 'public',
      audit: { nothing: 'in the security log' },
      handle: forgotten,
    },
    {
      name: 'GET /api/links/:token',
      access: 'public',
      audit: { nothing: 'no student is in it' },
      handle: async (ctx) => {
        const { kind, academyName, name, email } = await openLink(ctx);
        return { kind, academyName, name, email };
      },
    },
    {
      name: 'POST /api/links/:token',
      access: 'public',
      audit: { nothing: 'in the security log' },
      handle: applyLink,
    },
  ];
}

/** A new password ends every session, and no link that is still out sets another. */
async function replacePassword(
  tx: Queries,
  whose: Pick<Actor, 'academyId' | 'instructorId'>,
  passwordHash: string,
): Promise<void> {
  await setPasswordHash(tx, whose, passwordHash);
  await closeAllSessions(tx, whose);
  await closeLinksTo(tx, whose);
}

async function unlessTaken<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw new Problem({
      status: 409,
      code: 'address-taken',
      title: 'This address already has an account. Sign in with it.',
    });
  }
}
