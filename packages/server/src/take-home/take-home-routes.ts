import {
  type HandOutInput,
  type HandOutView,
  type NewStudentLinkView,
  type TakeHomeView,
  validateHandOutInput,
  validateStudentLinkInput,
} from '@lotrecht/contract';
import { firstNameOf } from '@lotrecht/contract/words';
import { handOut } from '@lotrecht/paper';
import { recordAccess } from '../audit/audit-repository.ts';
import { findCheck } from '../checks/check-repository.ts';
import { listConsents } from '../consents/consent-repository.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database, isDuplicate } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { conflict, notFound } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { describeActor } from '../identity/instructor-repository.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { type PostBox } from '../post/post-box.ts';
import { findLesson } from '../lessons/lesson-repository.ts';
import { measureText } from '../printing/pdf.ts';
import { answerSheet } from '../printing/print-routes.ts';
import { findStudent } from '../students/student-repository.ts';
import { handOutWish } from './hand-out-wish.ts';
import {
  findHandOut,
  insertHandOut,
  listHandOuts,
  setHandOutDeleted,
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

/** What goes home, for the instructor: hand-outs and links. */
export function takeHomeRoutes(db: Database, postBox: PostBox): readonly Route[] {
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
    if (input.revision === 0) {
      try {
        await insertHandOut(db, actor, { id, studentId: check.studentId }, input);
      } catch (error) {
        if (!isDuplicate(error)) throw error;
        const existing = await findHandOut(db, actor, id);
        if (existing === undefined) throw notFound();
        if (!says(existing, input)) throw conflict(existing);
      }
    } else if (!(await updateHandOut(db, actor, id, input))) {
      const current = await findHandOut(db, actor, id);
      throw current === undefined ? notFound() : conflict(current);
    }
    const saved: HandOutView | undefined = await findHandOut(db, actor, id);
    if (saved === undefined) throw notFound();
    await recordAccess(db, actor, saved.studentId, 'changed');
    ctx.body = saved;
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
    await answerSheet(ctx, handOut(wish, { paper, measure: measureText }), format);
  };

  const sendLink = async (ctx: AppContext): Promise<void> => {
    const actor = requireActor(ctx);
    const student = await requireStudent(ctx);
    const input = bodyOf(ctx, validateStudentLinkInput);
    await requireConsent(db, actor, student, 'link');
    const { academy } = await describeActor(db, actor, false);
    const made = await db.inTransaction(async (tx) => {
      const link = await insertStudentLink(tx, actor, student.id, input);
      const address = `${ctx.protocol}://${ctx.host}/h#${link.token}`;
      await postBox.send(tx, {
        academyId: actor.academyId,
        studentId: student.id,
        recipient: input.recipient,
        subject: `What to practise, from ${academy.name}`,
        body: `What was found and what to practise for ${firstNameOf(student.name)}:\n${address}\n\nWho has the link can see it: keep it to yourselves. It opens for ${input.days} days.\n`,
        secret: link.token,
      });
      return { id: link.id, address };
    });
    await recordAccess(db, actor, student.id, 'changed');
    const link = (await listStudentLinks(db, actor, student.id)).find((l) => l.id === made.id);
    if (link === undefined) throw notFound();
    const view: NewStudentLinkView = { ...link, address: made.address };
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
      handle: async (ctx) => {
        if (!(await setHandOutDeleted(db, requireActor(ctx), idParam(ctx), true))) throw notFound();
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: '/api/hand-outs/:id/restore',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await setHandOutDeleted(db, requireActor(ctx), idParam(ctx), false))) throw notFound();
        ctx.status = 204;
      },
    },
    { method: 'post', path: '/api/students/:id/student-links', access: 'signed-in', handle: sendLink },
    {
      method: 'delete',
      path: '/api/student-links/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        if (!(await revokeStudentLink(db, requireActor(ctx), idParam(ctx)))) throw notFound();
        ctx.status = 204;
      },
    },
  ];
}
