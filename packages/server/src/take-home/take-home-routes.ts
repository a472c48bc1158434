import { type Answers } from '@lotrecht/records';
import {
  type FadingView,
  type HandOutInput,
  type HandOutView,
  type NewStudentLinkView,
  type TakeHomeView,
  validateHandOutInput,
  validateStudentLinkInput,
} from '@lotrecht/records';
import { firstNameOf } from '@lotrecht/words';
import { recordChange } from '../changes/record-change.ts';
import { lookedAt } from '../audit/note-looks.ts';
import { findCheck } from '../checks/check-repository.ts';
import { listConsents } from '../consents/consent-repository.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../problems/problem.ts';
import { type PublicOrigins } from '../http/public-origin.ts';
import { asFile, type Route } from '../http/route.ts';
import { describeActor } from '../identity/instructor-repository.ts';
import { requireActor } from '../http/require-actor.ts';
import { putLetter } from '../post/post-box-repository.ts';
import { findLesson, nextLessonOn } from '../lessons/lesson-repository.ts';
import { answerPrint, type Printer } from '../printing/printer.ts';
import { aboutStudent } from '../access/lock-student.ts';
import { lookAtStudent } from '../students/look-at-student.ts';
import { findStudent } from '../students/student-repository.ts';
import { fadingOfStored, newestPlan } from './plan-page.ts';
import { practiceCalendar } from './practice-calendar.ts';
import { findHandOutGround, handOutWish } from './hand-out-wish.ts';
import { findHandOut, listHandOuts } from './hand-out-repository.ts';
import { type ChangedKind, changeRoutes } from '../records/record-routes.ts';
import { handOuts } from './save-hand-out.ts';
import { insertStudentLink, listStudentLinks, revokeStudentLink } from './student-link-repository.ts';

/** What is changed of a hand-out, and what of what is shown. */
const HAND_OUT: ChangedKind<HandOutInput, HandOutView, 'hand-outs'> = {
  name: 'hand-out',
  path: 'hand-outs',
  require: validateHandOutInput,
  toInput: ({ revision, checkId, drillId, dose, own, junior }) => ({
    revision,
    checkId,
    drillId,
    dose,
    own,
    junior,
  }),
};

/** What going home needs. */
export interface TakeHomeDependencies {
  readonly db: Database;
  readonly origins: PublicOrigins;
  readonly printer: Printer;
}

/** What goes home, for the instructor: hand-outs and links. */
export function takeHomeRoutes({ db, origins, printer }: TakeHomeDependencies): readonly Route[] {
  const printHandOut = async (ctx: AppContext): Promise<Answers['GET /api/hand-outs/:id/file']> => {
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
    const wish = handOutWish(source, await findHandOutGround(db, actor));
    const paper = ctx.query['paper'] === 'letter' ? 'letter' : 'a4';
    const format = ctx.query['format'] === 'svg' ? 'svg' : 'pdf';
    lookedAt(ctx, [student.id]);
    return answerPrint(ctx, printer, { kind: 'hand-out', wish, paper, format });
  };

  const sendLink = async (ctx: AppContext): Promise<Answers['POST /api/students/:id/student-links']> => {
    const [actor, id] = [requireActor(ctx), idParam(ctx)];
    const input = bodyOf(ctx, validateStudentLinkInput);
    const student = await findStudent(db, actor, id);
    if (student === undefined) throw notFound();
    const { academy } = await describeActor(db, actor, false);
    const opensAt = `${origins.letters}/h#`;
    const made = await aboutStudent(db, actor, id, async (tx, locked) => {
      await requireConsent(tx, actor, locked, { scope: 'link' });
      const link = await insertStudentLink(tx, actor, id, input);
      // The address that is shown here at once has a secret of its own: one that goes out by letter is made then.
      await putLetter(tx, {
        academyId: actor.academyId,
        studentId: id,
        recipient: input.recipient,
        subject: `What to practise, from ${academy.name}`,
        link: { opens: 'student-link', id: link.id, address: opensAt },
        body: (address) =>
          `What was found and what to practise for ${firstNameOf(student.name)}:\n${address}\n\nWho has the link can see it: keep it to yourselves. It opens for ${input.days} days.\n`,
      });
      const own = { kind: 'link', revision: null, studentId: id } as const;
      await recordChange(tx, actor, { ...own, id: link.id, action: 'changed' });
      return link;
    });
    const link = (await listStudentLinks(db, actor, id)).find((l) => l.id === made.id);
    if (link === undefined) throw notFound();
    const view: NewStudentLinkView = { ...link, address: `${opensAt}${made.token}` };
    return view;
  };

  return [
    {
      name: 'GET /api/students/:id/take-home',
      access: 'signed-in',
      audit: { seen: 'hand-out' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { id } = await lookAtStudent(ctx, db);
        const view: TakeHomeView = {
          handOuts: await listHandOuts(db, actor, id),
          links: await listStudentLinks(db, actor, id),
          consents: await listConsents(db, actor, id),
        };
        return view;
      },
    },
    ...changeRoutes(db, HAND_OUT, handOuts),
    {
      name: 'GET /api/hand-outs/:id/file',
      access: 'signed-in',
      audit: { printed: 'hand-out' },
      handle: printHandOut,
    },
    {
      name: 'GET /api/students/:id/fading',
      access: 'signed-in',
      audit: { seen: 'practice-plan' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { id } = await lookAtStudent(ctx, db);
        const plan = await newestPlan(db, actor, id);
        const view: FadingView | null =
          plan === undefined ? null : { planId: plan.id, ...(await fadingOfStored(db, actor, plan)) };
        return { fading: view };
      },
    },
    {
      name: 'GET /api/students/:id/practice-calendar',
      access: 'signed-in',
      audit: { exported: 'practice-plan' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { id, minor } = await lookAtStudent(ctx, db);
        const plan = await newestPlan(db, actor, id);
        const content = practiceCalendar(plan, { nextOn: await nextLessonOn(db, actor, id), minor });
        return asFile(ctx, { type: 'text/calendar', name: 'practice.ics', content });
      },
    },
    {
      name: 'POST /api/students/:id/student-links',
      access: 'signed-in',
      audit: { changes: 'link' },
      handle: sendLink,
    },
    {
      name: 'DELETE /api/student-links/:id',
      access: 'signed-in',
      audit: { changes: 'link' },
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        await db.inTransaction(async (tx) => {
          const studentId = await revokeStudentLink(tx, actor, id);
          if (studentId === undefined) throw notFound();
          await recordChange(tx, actor, { kind: 'link', id, revision: null, studentId, action: 'deleted' });
        });
        return null;
      },
    },
  ];
}
