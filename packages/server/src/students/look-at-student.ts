import { type StudentView } from '@lotrecht/records';
import { lookedAt } from '../audit/note-looks.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { idParam } from '../http/params.ts';
import { requireActor } from '../http/require-actor.ts';
import { notFound } from '../problems/problem.ts';
import { findStudent } from './student-repository.ts';

/** The student whom a path names; that they were looked at is noted. @throws Problem 404 for a stranger's */
export async function lookAtStudent(ctx: AppContext, db: Database): Promise<StudentView> {
  const student = await findStudent(db, requireActor(ctx), idParam(ctx));
  if (student === undefined) throw notFound();
  lookedAt(ctx, [student.id]);
  return student;
}
