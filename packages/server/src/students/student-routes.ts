import { type StudentCardView, type StudentPageView, validateStudentInput } from '@lotrecht/contract';
import { listChecksOfStudent } from '../checks/check-repository.ts';
import { recordAccess } from '../audit/audit-repository.ts';
import { noteLooks } from '../audit/note-looks.ts';
import { listConsents } from '../consents/consent-repository.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { matching, pageEnd } from '../http/query.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { listLessonsOfStudent } from '../lessons/lesson-repository.ts';
import { saveStudent } from './save-student.ts';
import { findStudent, listStudents, setStudentDeleted, type StudentWish } from './student-repository.ts';

function wishOf(ctx: AppContext): StudentWish {
  const find = matching(ctx, 'find', /^.{1,120}$/su, 'Give a part of a name, up to 120 characters.');
  const after = pageEnd(ctx);
  return {
    ...(find !== undefined && { find }),
    ...(after !== undefined && { after: { name: String(after.value), id: after.id } }),
  };
}

/** Students: list, one, one with all lessons, add, change, delete and undo. */
export function studentRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/api/students',
      access: 'signed-in',
      handle: async (ctx) => {
        const page = await listStudents(db, requireActor(ctx), wishOf(ctx));
        const ids = page.students.map(({ id }) => id);
        await noteLooks(ctx, db, ids, { action: 'seen', what: 'lists' });
        ctx.body = page;
      },
    },
    {
      method: 'get',
      path: '/api/students/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const id = idParam(ctx);
        const student = await findStudent(db, actor, id);
        if (student === undefined) throw notFound();
        await noteLooks(ctx, db, [id], { action: 'seen', what: 'student' });
        const card: StudentCardView = { student, consents: await listConsents(db, actor, id) };
        ctx.body = card;
      },
    },
    {
      method: 'get',
      path: '/api/students/:id/history',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const id = idParam(ctx);
        const student = await findStudent(db, actor, id);
        if (student === undefined) throw notFound();
        await noteLooks(ctx, db, [id], { action: 'seen', what: 'student' });
        const lessons = await listLessonsOfStudent(db, actor, id);
        const checks = await listChecksOfStudent(db, actor, id);
        const page: StudentPageView = {
          student,
          consents: await listConsents(db, actor, id),
          lessons: lessons.map((lesson) => ({
            ...lesson,
            checks: checks.filter((check) => check.lessonId === lesson.id),
          })),
        };
        ctx.body = page;
      },
    },
    {
      method: 'put',
      path: '/api/students/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        ctx.body = await saveStudent(db, actor, idParam(ctx), bodyOf(ctx, validateStudentInput));
      },
    },
    {
      method: 'delete',
      path: '/api/students/:id',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const id = idParam(ctx);
        await db.inTransaction(async (tx) => {
          if (!(await setStudentDeleted(tx, actor, id, true))) throw notFound();
          await recordAccess(tx, actor, id, { action: 'deleted', what: 'student' });
        });
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: '/api/students/:id/restore',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const id = idParam(ctx);
        await db.inTransaction(async (tx) => {
          if (!(await setStudentDeleted(tx, actor, id, false))) throw notFound();
          await recordAccess(tx, actor, id, { action: 'restored', what: 'student' });
        });
        ctx.status = 204;
      },
    },
  ];
}
