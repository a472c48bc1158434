import { type LessonView, type TeeSheetEntry, type TodayView, validateLessonInput } from '@lotrecht/contract';
import { recordAccess } from '../audit/audit-repository.ts';
import { noteLooks } from '../audit/note-looks.ts';
import { lockStudent } from '../students/lock-student.ts';
import { listChecksOfLesson } from '../checks/check-repository.ts';
import { recomputeBroughtBack } from '../checks/correct-hand.ts';
import { type Database } from '../database/database.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { refused } from '../http/query.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { refreshBeforeLooking } from '../roster/refresh-standings.ts';
import { withLastCold } from './last-cold.ts';
import {
  findLesson,
  listLessonsBefore,
  listLessonsDue,
  listLessonsOfDay,
  setLessonDeleted,
  studentOfLesson,
  type TeeSheetRow,
} from './lesson-repository.ts';
import { saveLesson } from './save-lesson.ts';

/** So many students are shown besides those of the day. */
const SEEN_LATELY = 24;
/** Standings that are brought up to date before they are shown; the others follow by themselves. */
const REFRESHED = 100;
const WAITED_MS = 700;

function requireDay(text: unknown): string {
  if (typeof text === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text)))
    return text;
  throw refused('/date', 'Give a day as YYYY-MM-DD.', 'format');
}

/** Lessons: the day's tee sheet, one with its checks, add, change, delete and undo. */
export function lessonRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/api/today/:date',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const date = requireDay(ctx.params['date']);
        await refreshBeforeLooking(db, { academyId: actor.academyId, limit: REFRESHED, withinMs: WAITED_MS });
        const lists = {
          lessons: await listLessonsOfDay(db, actor, date),
          earlier: await listLessonsBefore(db, actor, date, SEEN_LATELY),
          due: await listLessonsDue(db, actor, date, SEEN_LATELY),
        };
        // A student may stand in two lists; what their lines say is looked up once.
        const all = await withLastCold(db, actor, Object.values(lists).flat(), date);
        const entries = new Map(all.map((entry) => [entry.lessonId, entry]));
        const told = (rows: readonly TeeSheetRow[]): readonly TeeSheetEntry[] =>
          rows.flatMap(({ lessonId }) => entries.get(lessonId) ?? []);
        const view: TodayView = {
          date,
          lessons: told(lists.lessons),
          earlier: told(lists.earlier),
          due: told(lists.due),
        };
        await noteLooks(ctx, db, [...new Set(all.map((e) => e.studentId))], {
          action: 'seen',
          what: 'lists',
        });
        ctx.body = view;
      },
    },
    {
      method: 'get',
      path: '/api/lessons/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const lesson = await findLesson(db, actor, idParam(ctx));
        if (lesson === undefined) throw notFound();
        await noteLooks(ctx, db, [lesson.studentId], { action: 'seen', what: 'lesson' });
        const view: LessonView = { ...lesson, checks: await listChecksOfLesson(db, actor, lesson.id) };
        ctx.body = view;
      },
    },
    {
      method: 'put',
      path: '/api/lessons/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        ctx.body = await saveLesson(db, actor, idParam(ctx), bodyOf(ctx, validateLessonInput));
      },
    },
    {
      method: 'delete',
      path: '/api/lessons/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const lesson = await findLesson(db, actor, id);
        if (lesson === undefined) throw notFound();
        await db.inTransaction(async (tx) => {
          await lockStudent(tx, actor, lesson.studentId);
          if (!(await setLessonDeleted(tx, actor, id, true))) throw notFound();
          await recordAccess(tx, actor, lesson.studentId, { action: 'deleted', what: 'lesson' });
        });
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: '/api/lessons/:id/restore',
      access: 'signed-in',
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const studentId = await studentOfLesson(db, actor, id);
        if (studentId === undefined) throw notFound();
        await db.inTransaction(async (tx) => {
          await lockStudent(tx, actor, studentId);
          if (!(await setLessonDeleted(tx, actor, id, false))) throw notFound();
          await recomputeBroughtBack(tx, actor, studentId);
          await recordAccess(tx, actor, studentId, { action: 'restored', what: 'lesson' });
        });
        ctx.status = 204;
      },
    },
  ];
}
