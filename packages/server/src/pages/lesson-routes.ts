import { type LessonView, type TeeSheetEntry, type TodayView } from '@lotrecht/records';
import { lookedAt } from '../audit/note-looks.ts';
import { listChecksOfLesson } from '../checks/check-repository.ts';
import { type Database } from '../database/database.ts';
import { idParam } from '../http/params.ts';
import { refused } from '../http/query.ts';
import { requireActor } from '../http/require-actor.ts';
import { type Route } from '../http/route.ts';
import {
  findLesson,
  listLessonsBefore,
  listLessonsDue,
  listLessonsOfDay,
  type TeeSheetRow,
} from '../lessons/lesson-repository.ts';
import { clubs, places, usualMisses } from '../records/index.ts';
import { findStudent } from '../students/student-repository.ts';
import { knownOfStudent } from './known-of-student.ts';
import { notFound } from '../problems/problem.ts';
import { withLastCold } from '../roster/last-cold.ts';
import { refreshBeforeLooking } from '../roster/refresh-standings.ts';

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

/** The day's tee sheet, and a lesson with its checks. */
export function lessonPageRoutes(db: Database): readonly Route[] {
  return [
    {
      name: 'GET /api/today/:date',
      access: 'signed-in',
      audit: { seen: 'lists' },
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
        lookedAt(ctx, [...new Set(all.map((e) => e.studentId))]);
        return view;
      },
    },
    {
      name: 'GET /api/lessons/:id/around',
      access: 'signed-in',
      audit: { seen: 'lesson' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const lesson = await findLesson(db, actor, idParam(ctx));
        const student = lesson && (await findStudent(db, actor, lesson.studentId));
        if (lesson === undefined || student === undefined) throw notFound();
        lookedAt(ctx, [student.id]);
        const { placeId, heldOn } = lesson;
        const said = await usualMisses.list(db, actor, student.id);
        return {
          lesson: { ...lesson, checks: await listChecksOfLesson(db, actor, lesson.id) },
          student,
          place: (placeId === null ? undefined : await places.find(db, actor, placeId)) ?? null,
          known: await knownOfStudent(db, actor, student.id, heldOn),
          clubs: await clubs.list(db, actor, student.id),
          miss: said.findLast(({ saidOn }) => saidOn <= heldOn)?.miss ?? null,
        };
      },
    },
    {
      name: 'GET /api/lessons/:id',
      access: 'signed-in',
      audit: { seen: 'lesson' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const lesson = await findLesson(db, actor, idParam(ctx));
        if (lesson === undefined) throw notFound();
        lookedAt(ctx, [lesson.studentId]);
        const view: LessonView = { ...lesson, checks: await listChecksOfLesson(db, actor, lesson.id) };
        return view;
      },
    },
  ];
}
