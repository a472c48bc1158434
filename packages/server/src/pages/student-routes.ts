import { type StudentHistoryView } from '@lotrecht/records';
import { listChecksOfLessons } from '../checks/check-repository.ts';
import { listConsents } from '../consents/consent-repository.ts';
import { type Database } from '../database/database.ts';
import { matching, pageEnd } from '../http/query.ts';
import { requireActor } from '../http/require-actor.ts';
import { type Route } from '../http/route.ts';
import { listLessonsOfStudent } from '../lessons/lesson-repository.ts';
import { lookAtStudent } from '../students/look-at-student.ts';
import { knownOfStudent } from './known-of-student.ts';

const DAY = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
/** Without a day everything counts. */
const LATEST_DAY = '9999-12-31';

/** A student with their lessons by page, and what is known of them when a check begins. */
export function studentHistoryRoutes(db: Database): readonly Route[] {
  return [
    {
      name: 'GET /api/students/:id/history',
      access: 'signed-in',
      audit: { seen: 'student' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const student = await lookAtStudent(ctx, db);
        const { id } = student;
        const { lessons, next } = await listLessonsOfStudent(db, actor, {
          studentId: id,
          after: pageEnd(ctx),
        });
        const checks = await listChecksOfLessons(
          db,
          actor,
          lessons.map((lesson) => lesson.id),
        );
        const page: StudentHistoryView = {
          student,
          consents: await listConsents(db, actor, id),
          lessons: lessons.map((lesson) => ({
            ...lesson,
            checks: checks.filter((check) => check.lessonId === lesson.id),
          })),
          next,
        };
        return page;
      },
    },
    {
      name: 'GET /api/students/:id/known',
      access: 'signed-in',
      audit: { seen: 'lines' },
      handle: async (ctx) => {
        const before = matching(ctx, 'on', DAY, 'Give the day of the lesson as YYYY-MM-DD.') ?? LATEST_DAY;
        const actor = requireActor(ctx);
        const { id: studentId } = await lookAtStudent(ctx, db);
        return knownOfStudent(db, actor, studentId, before);
      },
    },
  ];
}
