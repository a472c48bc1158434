import {
  type HandOutInput,
  type HandOutView,
  type NewStudentLinkView,
  type TakeHomeView,
  validateHandOutInput,
  validateStudentLinkInput,
} from '@lotrecht/contract';
import { firstNameOf } from '@lotrecht/contract/words';
import { recordAccess } from '../audit/audit-repository.ts';
import { noteLooks } from '../audit/note-looks.ts';
import { findCheck } from '../checks/check-repository.ts';
import { listConsents } from '../consents/consent-repository.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { conflict, notFound } from '../http/problem.ts';
import { type PublicOrigins } from '../http/public-origin.ts';
import { type Route } from '../http/route.ts';
import { describeActor } from '../identity/instructor-repository.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { type PostBox } from '../post/post-box.ts';
import { findLesson } from '../lessons/lesson-repository.ts';
import { answerPrint, type Printer } from '../printing/printer.ts';
import { lockStudent } from '../students/lock-student.ts';
import { findStudent } from '../students/student-repository.ts';
import { handOutWish } from './hand-out-wish.ts';
import {
  findHandOut,
  insertHandOut,
  listHandOuts,
  setHandOutDeleted,
  studentOfHandOut,
  updateHandOut,
} from './hand-out-repository.ts';
import { insertStudentLink, listStudentLinks, revokeStudentLink } from './student-link-repository.ts';

function says(kept: HandOutView, input: HandOutInput): boolean {
  return (
    kept.checkId === input.checkId &&
    kept.drillId === input.drillId &&
    kept.dose === input.dose &&
    kept.own === input.own &&
    kept.junior === input.junior
  );
}

/** What going home needs. */
export interface TakeHomeDependencies {
  readonly db: Database;
  readonly origins: PublicOrigins;
  readonly postBox: PostBox;
  readonly printer: Printer;
}

/** What goes home, for the instructor: hand-outs and links. */
export function takeHomeRoutes({ db, origins, postBox, printer }: TakeHomeDependencies): readonly Route[] {
  const requireStudent = async (ctx: AppContext) => {
    const student = await findStudent(db, requireActor(ctx), idParam(ctx));
    if (student === undefined) throw notFound();
    return student;
  };

  const saveHandOut = async (ctx: AppContext): Promise<void> => {
    const [actor, id] = [requireActor(ctx), idParam(ctx)];
    const input = bodyOf(ctx, validateHandOutInput);
    const check = await findCheck(db, actor, input.checkId);
    if (check === undefined) throw notFound();
    try {
      await db.inTransaction(async (tx) => {
        const student = await lockStudent(tx, actor, check.studentId);
        const existing = await findHandOut(tx, actor, id);
        if (existing !== undefined && says(existing, input)) return;
        if (input.revision === 0 && existing !== undefined) throw conflict(existing);
        if (input.revision > 0 && existing === undefined) throw notFound();
        await requireConsent(tx, actor, student, { scope: 'records' });
        if (input.revision === 0) await insertHandOut(tx, actor, { id, studentId: student.id }, input);
        else if (!(await updateHandOut(tx, actor, id, input))) throw conflict(existing);
        await recordAccess(tx, actor, student.id, { action: 'changed', what: 'hand-out' });
      });
    } catch (error) {
      // An id of one that was deleted, or of a student whom the actor does not see.
      throw isDuplicate(error) ? notFound() : error;
    }
    const saved: HandOutView | undefined = await findHandOut(db, actor, id);
    if (saved === undefined) throw notFound();
    ctx.body = saved;
  };

  const changeDeleted = async (ctx: AppContext, deleted: boolean): Promise<void> => {
    const [actor, id] = [requireActor(ctx), idParam(ctx)];
    const studentId = await studentOfHandOut(db, actor, id);
    if (studentId === undefined) throw notFound();
    await db.inTransaction(async (tx) => {
      await lockStudent(tx, actor, studentId);
      if (!(await setHandOutDeleted(tx, actor, id, deleted))) throw notFound();
      const action = deleted ? 'deleted' : 'restored';
      await recordAccess(tx, actor, studentId, { action, what: 'hand-out' });
    });
    ctx.status = 204;
  };

  const printHandOut = async (ctx: AppContext): Promise<void> => {
    const actor = requireActor(ctx);
    const found = await findHandOut(db, actor, idParam(ctx));
    const check = found && (await findCheck(db, actor, found.checkId));
    const lesson = check && (await findLesson(db, actor, check.lessonId));
    const student = check && (await findStudent(db, actor, check.studentId));
    if (found === undefined || check === undefined || lesson === undefined || student === undefined) {
      throw notFound();
    }
    const { academy } = await describeActor(db, actor, false);
    const source = {
      handOut: found,
      check,
      lesson,
      studentName: student.name,
      statureMm: student.statureMm,
      academyName: academy.name,
    };
    const wish = await handOutWish(db, actor, source);
    const paper = ctx.query['paper'] === 'letter' ? 'letter' : 'a4';
    const format = ctx.query['format'] === 'svg' ? 'svg' : 'pdf';
    await noteLooks(ctx, db, [student.id], { action: 'printed', what: 'hand-out' });
    await answerPrint(ctx, printer, { kind: 'hand-out', wish, paper, format });
  };

  const sendLink = async (ctx: AppContext): Promise<void> => {
    const [actor, id] = [requireActor(ctx), idParam(ctx)];
    const input = bodyOf(ctx, validateStudentLinkInput);
    const student = await requireStudent(ctx);
    const { academy } = await describeActor(db, actor, false);
    const made = await db.inTransaction(async (tx) => {
      await requireConsent(tx, actor, await lockStudent(tx, actor, id), { scope: 'link' });
      await recordAccess(tx, actor, id, { action: 'changed', what: 'link' });
      return insertStudentLink(tx, actor, id, input);
    });
    const address = `${origins.letters}/h#${made.token}`;
    // After the commit: a transaction that is tried again would send it twice.
    await postBox.send(db, {
      academyId: actor.academyId,
      studentId: id,
      recipient: input.recipient,
      subject: `What to practise, from ${academy.name}`,
      body: `What was found and what to practise for ${firstNameOf(student.name)}:\n${address}\n\nWho has the link can see it: keep it to yourselves. It opens for ${input.days} days.\n`,
      secret: made.token,
    });
    const link = (await listStudentLinks(db, actor, id)).find((l) => l.id === made.id);
    if (link === undefined) throw notFound();
    const view: NewStudentLinkView = { ...link, address };
    ctx.body = view;
  };

  return [
    {
      method: 'get',
      path: '/api/students/:id/take-home',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { id } = await requireStudent(ctx);
        await noteLooks(ctx, db, [id], { action: 'seen', what: 'hand-out' });
        const view: TakeHomeView = {
          handOuts: await listHandOuts(db, actor, id),
          links: await listStudentLinks(db, actor, id),
          consents: await listConsents(db, actor, id),
        };
        ctx.body = view;
      },
    },
    { method: 'put', path: '/api/hand-outs/:id', access: 'signed-in', handle: saveHandOut },
    { method: 'get', path: '/api/hand-outs/:id/file', access: 'signed-in', handle: printHandOut },
    {
      method: 'delete',
      path: '/api/hand-outs/:id',
      access: 'signed-in',
      handle: (ctx) => changeDeleted(ctx, true),
    },
    {
      method: 'post',
      path: '/api/hand-outs/:id/restore',
      access: 'signed-in',
      handle: (ctx) => changeDeleted(ctx, false),
    },
    { method: 'post', path: '/api/students/:id/student-links', access: 'signed-in', handle: sendLink },
    {
      method: 'delete',
      path: '/api/student-links/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        await db.inTransaction(async (tx) => {
          const studentId = await revokeStudentLink(tx, actor, id);
          if (studentId === undefined) throw notFound();
          await recordAccess(tx, actor, studentId, { action: 'deleted', what: 'link' });
        });
        ctx.status = 204;
      },
    },
  ];
}
