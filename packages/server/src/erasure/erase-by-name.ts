import { randomUUID } from 'node:crypto';
import { type Logger } from 'pino';
import { type Database, type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { notFound, Problem } from '../problems/problem.ts';
import { logChange } from '../changes/record-change.ts';
import { eraseStudent } from './erase-student.ts';
import { type Tombstones } from './tombstones.ts';

/** What erasing needs. */
export interface ErasureDependencies {
  readonly db: Database;
  readonly tombstones: Tombstones;
}

/** Who is to be erased, by the name that was typed for it. */
export interface ErasureWish {
  readonly studentId: string;
  readonly name: string;
  readonly log: Logger;
}

/**
 * Erases a student for good, if the name is theirs.
 *
 * @throws Problem 404 for nobody of this academy, 422 for another name
 */
export async function eraseByName(
  { db, tombstones }: ErasureDependencies,
  actor: Actor,
  { studentId, name, log }: ErasureWish,
): Promise<void> {
  const erased = { academyId: actor.academyId, studentId };
  await db.inTransaction(async (tx) => {
    // Also one whose deletion could still be undone.
    const student = await tx.maybeOne<{ name: string }>(sql`
      SELECT name FROM student WHERE academy_id = ${actor.academyId} AND id = ${studentId} FOR UPDATE`);
    if (student === undefined) throw notFound();
    if (student.name.trim() !== name.trim()) throw otherName(name);
    await eraseStudent(tx, erased);
    // What is left of them for devices: an id that nobody has any more.
    const gone = {
      kind: 'student',
      id: studentId,
      revision: null,
      studentId: null,
      action: 'erased',
    } as const;
    await logChange(tx, actor, gone);
    await tx.exec(sql`
      INSERT INTO audit_entry (academy_id, id, instructor_id, student_id, action)
      VALUES (${actor.academyId}, ${randomUUID()}, ${actor.instructorId}, ${studentId}, 'erased')`);
  });
  // After the rows: a list that names someone who is still there would erase them at the next start.
  // It is done: a list that cannot be written now is made whole from the rows at the next start.
  await tombstones.add(erased).catch((error: unknown) => {
    log.error({ err: error }, 'the list of who was erased could not be written');
  });
}

/** Who was erased, so that devices let go of what they hold. */
export async function listErased(db: Queries, academyId: string): Promise<readonly string[]> {
  const rows = await db.many<{ id: string }>(
    sql`SELECT student_id AS id FROM erased_student WHERE academy_id = ${academyId} ORDER BY student_id`,
  );
  return rows.map(({ id }) => id);
}

function otherName(read: string): Problem {
  return new Problem({
    status: 422,
    code: 'refused',
    title: 'The name is not this student’s. Nothing was erased.',
    errors: [
      { code: 'other-name', path: '/name', message: `Read “${read}”. Type the name as it stands above.` },
    ],
  });
}
