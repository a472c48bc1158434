import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { dropEvidence } from '../roster/academy-prior.ts';

/** Who is erased. */
export interface Erased {
  readonly academyId: string;
  readonly studentId: string;
}

/**
 * Takes everything that is known of a student out of the database, for good, and leaves the fact. Letters are the post
 * box's to forget.
 *
 * @returns whether there was such a student
 */
export async function eraseStudent(tx: Queries, { academyId, studentId }: Erased): Promise<boolean> {
  const theirs = sql`academy_id = ${academyId} AND student_id = ${studentId}`;
  await tx.exec(sql`DELETE FROM measured_line WHERE ${theirs}`);
  await tx.exec(sql`DELETE FROM line_standing WHERE ${theirs}`);
  await tx.exec(sql`DELETE FROM student_standing WHERE ${theirs}`);
  await tx.exec(sql`DELETE FROM standing_due WHERE ${theirs}`);
  await dropEvidence(tx, { academyId, studentId });
  await tx.exec(sql`DELETE FROM hand_out WHERE ${theirs}`);
  await tx.exec(sql`DELETE FROM self_check WHERE ${theirs}`);
  await tx.exec(sql`DELETE FROM student_link WHERE ${theirs}`);
  await tx.exec(sql`DELETE FROM guardian_consent WHERE ${theirs}`);
  await tx.exec(sql`
    DELETE v FROM check_version v
    JOIN setup_check c ON c.academy_id = v.academy_id AND c.id = v.check_id
    WHERE c.academy_id = ${academyId} AND c.student_id = ${studentId}`);
  await tx.exec(sql`DELETE FROM setup_check WHERE ${theirs}`);
  await tx.exec(sql`DELETE FROM lesson WHERE ${theirs}`);
  await tx.exec(sql`DELETE FROM audit_entry WHERE ${theirs}`);
  const found = await tx.exec(sql`DELETE FROM student WHERE academy_id = ${academyId} AND id = ${studentId}`);
  await tx.exec(sql`
    INSERT IGNORE INTO erased_student (academy_id, student_id)
    SELECT id, ${studentId} FROM academy WHERE id = ${academyId}`);
  return found === 1;
}
