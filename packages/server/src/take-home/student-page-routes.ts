import { type Answers } from '@lotrecht/records';
import { type HandOutPage, type StudentLinkPage, validateSelfCheckInput } from '@lotrecht/records';
import { firstNameOf } from '@lotrecht/words';
import { PAPER_COLOURS, type Sheet, type SightPicture, sightPicture, toSvg } from '@lotrecht/paper';
import { findCheck, listLastLessonChecks } from '../checks/check-repository.ts';
import { lookedAt } from '../audit/note-looks.ts';
import { type Database } from '../database/database.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { Problem } from '../problems/problem.ts';
import { asFile, type Route } from '../http/route.ts';
import { findSettings } from '../settings/settings-repository.ts';
import { noteSecurity } from '../http/security-log.ts';
import { findLesson, nextLessonOn } from '../lessons/lesson-repository.ts';
import { type GuessLimit } from './guess-limit.ts';
import { handOutWish } from './hand-out-wish.ts';
import { listHandOuts } from './hand-out-repository.ts';
import { newestPlan, planPage } from './plan-page.ts';
import { practiceCalendar } from './practice-calendar.ts';
import { practiceOf, savePractice } from './save-practice.ts';
import { listDrillDays, saveSelfCheck } from './save-self-check.ts';
import {
  actorOfLink,
  calendarTokenOf,
  findOpenCalendar,
  findOpenStudentLink,
  type OpenStudentLink,
} from './student-link-repository.ts';
import { trainingGround } from './training-ground.ts';

const USUAL_BASE_MM = 400;
/** Among so many the last target and the last stance are looked for. */
const LAST_CHECKS = 12;
/** Each comes with two pictures: who wants an older one asks. */
const NEWEST_HAND_OUTS = 12;
const TOKEN = /^Bearer ([\w-]{43})$/;

/** Letters that are read at arm's length on a phone, and no landmarks between them. */
const PHONE_CAPTION_MM = 7;

function forPhone({ wish }: SightPicture): Sheet {
  return sightPicture({ ...wish, captionMm: PHONE_CAPTION_MM, landmarks: [] }).sheet;
}

function svgOf(sheet: Sheet): string {
  return toSvg(sheet, {
    colour: (ink) => PAPER_COLOURS[ink],
    fontFamily: 'Barlow, sans-serif',
    label: sheet.title,
  });
}

const CALENDAR_TOKEN = /^[\w-]{43}$/;

function closed(): Problem {
  return new Problem({
    status: 404,
    code: 'link-over',
    title:
      'This link opens nothing: it is too old, was closed, or was mistyped. Ask your instructor for a new one.',
  });
}

function tokenIn(ctx: AppContext): string {
  return TOKEN.exec(ctx.get('authorization'))?.[1] ?? '';
}

/** What a student's link opens. The secret comes in a header: no address, log or referrer ever holds it. */
export function studentPageRoutes(db: Database, guesses: GuessLimit): readonly Route[] {
  const openLink = async (ctx: AppContext): Promise<OpenStudentLink> => {
    const token = tokenIn(ctx);
    const link = token === '' ? undefined : await findOpenStudentLink(db, token);
    if (link !== undefined) return link;
    noteSecurity(ctx, 'student-link-failed');
    await guesses.missed(ctx.ip);
    throw closed();
  };

  const show = async (ctx: AppContext): Promise<Answers['GET /api/take-home']> => {
    const link = await openLink(ctx);
    const actor = actorOfLink(link);
    lookedAt(ctx, [link.studentId], actor);
    const handOuts = await listHandOuts(db, actor, link.studentId, NEWEST_HAND_OUTS);
    const pages: HandOutPage[] = [];
    for (const handOut of handOuts) {
      const check = await findCheck(db, actor, handOut.checkId);
      const lesson = check && (await findLesson(db, actor, check.lessonId));
      if (check === undefined || lesson === undefined) continue;
      const source = {
        handOut,
        check,
        lesson,
        studentName: link.name,
        statureMm: link.statureMm,
        academyName: link.academyName,
      };
      const wish = await handOutWish(db, actor, source);
      const { priority, found, own, drill, checkYourself, cautions, board, sight } = wish;
      pages.push({
        id: handOut.id,
        heldOn: lesson.heldOn,
        priority,
        found,
        own,
        drill,
        checkYourself,
        cautions,
        board: svgOf({ title: 'The set-up from above', ...board }),
        sight: sight && { now: svgOf(forPhone(sight.now)), goal: svgOf(forPhone(sight.goal)) },
      });
    }
    const checks = await listLastLessonChecks(db, actor, link.studentId, LAST_CHECKS);
    const toes = checks
      .flatMap((c) => c.document.observations)
      .find((o) => o.line === 'toes' && o.by === 'gaps');
    const target = checks.find((c) => c.document.target?.distanceM !== undefined)?.document.target;
    const { lengthUnit, distanceUnit } = await findSettings(db, actor);
    const page: StudentLinkPage = {
      firstName: firstNameOf(link.name),
      handedness: link.handedness,
      minor: link.minor === 1,
      academyName: link.academyName,
      expiresAt: isoFromUtc(link.expiresAt),
      target:
        target?.distanceM === undefined
          ? null
          : { name: target.name ?? 'the target', distanceM: target.distanceM },
      baseMm: toes?.by === 'gaps' ? toes.baseMm : USUAL_BASE_MM,
      units: { length: lengthUnit, distance: distanceUnit },
      handOuts: pages,
      ...(await trainingGround(db, actor, checks[0], link.statureMm)),
      plan: await planPage(db, actor, {
        link,
        last: checks[0],
        calendarPath: link.hasCalendar === 1 ? `/api/calendars/${calendarTokenOf(tokenIn(ctx))}` : null,
      }),
      drillDays: await listDrillDays(db, link),
    };
    return page;
  };

  return [
    {
      // A calendar sends no headers: its own secret stands in the address, and opens days alone.
      name: 'GET /api/calendars/:token',
      access: 'public',
      audit: { nothing: 'days alone, without a name or a finding' },
      handle: async (ctx) => {
        const token = String(ctx.params['token']).replace(/\.ics$/, '');
        const link = CALENDAR_TOKEN.test(token) ? await findOpenCalendar(db, token) : undefined;
        if (link === undefined) {
          await guesses.missed(ctx.ip);
          throw closed();
        }
        const actor = actorOfLink(link);
        const plan = await newestPlan(db, actor, link.studentId);
        const nextOn = await nextLessonOn(db, actor, link.studentId);
        const content = practiceCalendar(plan, { nextOn, minor: link.minor === 1 });
        return asFile(ctx, { type: 'text/calendar', content });
      },
    },
    { name: 'GET /api/take-home', access: 'public', audit: { seen: 'hand-out' }, handle: show },
    {
      name: 'PUT /api/take-home/self-checks/:id',
      access: 'public',
      audit: { changes: 'self-check' },
      handle: async (ctx) => {
        const link = await openLink(ctx);
        await saveSelfCheck(db, link, idParam(ctx), bodyOf(ctx, validateSelfCheckInput));
        return null;
      },
    },
    {
      name: 'PUT /api/take-home/practice/:id',
      access: 'public',
      audit: { changes: 'practice-done' },
      handle: async (ctx) => {
        const link = await openLink(ctx);
        await savePractice(db, link, idParam(ctx), bodyOf(ctx, practiceOf(link)));
        return null;
      },
    },
  ];
}
