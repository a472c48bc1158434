import {
  type StudentCardView,
  type StudentInput,
  studentInputOf,
  type StudentView,
  validateStudentInput,
} from '@lotrecht/records';
import { lookedAt } from '../audit/note-looks.ts';
import { listConsents } from '../consents/consent-repository.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { matching, pageEnd } from '../http/query.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { type ChangedKind, changeRoutes } from '../records/record-routes.ts';
import { type HandChanged, studentsWith } from './save-student.ts';
import { lookAtStudent } from './look-at-student.ts';
import { listStudents, type StudentWish } from './student-repository.ts';

function wishOf(ctx: AppContext): StudentWish {
  const find = matching(ctx, 'find', /^.{1,120}$/su, 'Give a part of a name, up to 120 characters.');
  const after = pageEnd(ctx);
  return {
    ...(find !== undefined && { find }),
    ...(after !== undefined && { after: { name: String(after.value), id: after.id } }),
  };
}

/** What is changed of a student, and what of what is shown. */
const STUDENT: ChangedKind<StudentInput, StudentView, 'students'> = {
  name: 'student',
  path: 'students',
  require: validateStudentInput,
  toInput: (student) => studentInputOf(student, {}),
};

/** Students: list, one, add, change, delete and undo. */
export function studentRoutes(db: Database, handChanged: HandChanged): readonly Route[] {
  return [
    {
      name: 'GET /api/students',
      access: 'signed-in',
      audit: { seen: 'lists' },
      handle: async (ctx) => {
        const page = await listStudents(db, requireActor(ctx), wishOf(ctx));
        const ids = page.students.map(({ id }) => id);
        lookedAt(ctx, ids);
        return page;
      },
    },
    {
      name: 'GET /api/students/:id',
      access: 'signed-in',
      audit: { seen: 'student' },
      handle: async (ctx) => {
        const student = await lookAtStudent(ctx, db);
        const consents = await listConsents(db, requireActor(ctx), student.id);
        const card: StudentCardView = { student, consents };
        return card;
      },
    },
    ...changeRoutes(db, STUDENT, studentsWith(handChanged)),
  ];
}
