import { type Queries } from '../database/database.ts';
import { declared, sql } from '../database/sql.ts';
import { EXCHANGED_TABLES, ofStudent, STUDENT_LINKS } from '../exchange/tables.ts';
import { dropEvidence } from '../roster/academy-prior.ts';

/** Computed of a student, said about what was changed, or written about them: in no file, and theirs all the same. */
const IN_NO_FILE = [
  'measured_line',
  'line_standing',
  'student_standing',
  'standing_due',
  'record_change',
  'post_box',
] as const;

/** Who is erased. */
export interface Erased {
  readonly academyId: string;
  readonly studentId: string;
}

/**
 * Takes everything that is known of a student out of the database, for good, and leaves the fact.
 *
 * @returns whether there was such a student
 */
export async function eraseStudent(tx: Queries, { academyId, studentId }: Erased): Promise<boolean> {
  const whose = { academyId, studentId };
  await dropEvidence(tx, whose);
  for (const name of IN_NO_FILE)
    await tx.exec(sql`
      DELETE FROM ${declared(name)} WHERE academy_id = ${academyId} AND student_id = ${studentId}`);
  // What points before what is pointed at: a file's order, turned round. The student is the last of theirs.
  for (const table of [...EXCHANGED_TABLES, STUDENT_LINKS].toReversed()) {
    if (table.ofStudent === null || table.ofStudent === 'id') continue;
    await tx.exec(sql`
      DELETE t FROM ${declared(table.name)} t WHERE t.academy_id = ${academyId} AND ${ofStudent(table, studentId)}`);
  }
  const found = await tx.exec(sql`DELETE FROM student WHERE academy_id = ${academyId} AND id = ${studentId}`);
  await tx.exec(sql`
    INSERT IGNORE INTO erased_student (academy_id, student_id)
    SELECT id, ${studentId} FROM academy WHERE id = ${academyId}`);
  return found === 1;
}
