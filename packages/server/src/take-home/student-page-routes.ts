import { type Answers, validateSelfCheckInput } from '@lotrecht/records';
import { lookedAt } from '../audit/note-looks.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { Problem } from '../problems/problem.ts';
import { asFile, type Route } from '../http/route.ts';
import { noteSecurity } from '../http/security-log.ts';
import { nextLessonOn } from '../lessons/lesson-repository.ts';
import { studentPage } from './student-page.ts';
import { type GuessLimit } from './guess-limit.ts';
import { newestPlan } from './plan-page.ts';
import { practiceCalendar } from './practice-calendar.ts';
import { practiceOf, savePractice } from './save-practice.ts';
import { saveSelfCheck } from './save-self-check.ts';
import {
  actorOfLink,
  calendarTokenOf,
  findOpenCalendar,
  findOpenStudentLink,
  type OpenStudentLink,
} from './student-link-repository.ts';

const TOKEN = /^Bearer ([\w-]{43})$/;

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
    const calendarPath = link.hasCalendar === 1 ? `/api/calendars/${calendarTokenOf(tokenIn(ctx))}` : null;
    return studentPage(db, link, calendarPath);
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
