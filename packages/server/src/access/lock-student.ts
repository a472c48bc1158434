import { type StudentView } from '@lotrecht/records';
import { type Database, type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Scope } from './scope.ts';
import { notFound } from '../problems/problem.ts';
import { visibleStudents } from './visible.ts';

/** What a write about a student has to know of them. */
export type LockedStudent = Pick<StudentView, 'id' | 'handedness' | 'minor'>;

/**
 * A transaction that writes something about a student, and the one way into it: their row is held from its first
 * statement to its end, so that nobody meanwhile changes their hand, withdraws a consent or erases them. What is read in
 * it is of that moment; whatever was read before it was locked would be of an earlier one.
 *
 * @throws Problem 404 for a student who is not there, or not the actor's to see
 */
export function aboutStudent<T>(
  db: Database,
  scope: Scope,
  id: string,
  work: (tx: Queries, student: LockedStudent) => Promise<T>,
): Promise<T> {
  return db.inTransaction(async (tx) => work(tx, await lockStudent(tx, scope, id)));
}

async function lockStudent(tx: Queries, scope: Scope, id: string): Promise<LockedStudent> {
  const row = await tx.maybeOne<Omit<LockedStudent, 'minor'> & { readonly minor: number }>(sql`
    SELECT s.id, s.handedness, s.minor FROM student s
    WHERE ${visibleStudents(scope)} AND s.id = ${id} AND s.deleted_at IS NULL FOR UPDATE`);
  if (row === undefined) throw notFound();
  return { ...row, minor: row.minor === 1 };
}
