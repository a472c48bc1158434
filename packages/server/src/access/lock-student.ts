import { type StudentView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Scope } from './scope.ts';
import { notFound } from '../problems/problem.ts';
import { visibleStudents } from './visible.ts';

/** What a write about a student has to know of them. */
export type LockedStudent = Pick<StudentView, 'id' | 'handedness' | 'minor'>;

/**
 * The first thing in every transaction that writes something about a student: the row is held until it ends, so that
 * nobody meanwhile changes their hand, withdraws a consent or erases them, and what is read from now on is of this
 * moment.
 *
 * @throws Problem 404 for a student who is not there, or not the actor's to see
 */
export async function lockStudent(tx: Queries, scope: Scope, id: string): Promise<LockedStudent> {
  const row = await tx.maybeOne<Omit<LockedStudent, 'minor'> & { readonly minor: number }>(sql`
    SELECT s.id, s.handedness, s.minor FROM student s
    WHERE ${visibleStudents(scope)} AND s.id = ${id} AND s.deleted_at IS NULL FOR UPDATE`);
  if (row === undefined) throw notFound();
  return { ...row, minor: row.minor === 1 };
}
