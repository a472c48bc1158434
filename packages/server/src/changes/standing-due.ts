import { type Queries } from '../database/database.ts';
import { listOf, sql } from '../database/sql.ts';

/** Says that a student's standing is out of date; in the transaction that changed what it is made of. */
export async function markStanding(tx: Queries, academyId: string, studentId: string): Promise<void> {
  await tx.exec(sql`
    INSERT INTO standing_due (academy_id, student_id) VALUES (${academyId}, ${studentId})
    ON DUPLICATE KEY UPDATE marks = marks + 1`);
}

/** The same for several students, of a file. */
export async function markStandings(
  tx: Queries,
  academyId: string,
  studentIds: readonly string[],
): Promise<void> {
  await tx.exec(sql`
    INSERT INTO standing_due (academy_id, student_id)
    SELECT academy_id, id FROM student WHERE academy_id = ${academyId} AND id IN (${listOf(studentIds)})
    ON DUPLICATE KEY UPDATE marks = marks + 1`);
}
