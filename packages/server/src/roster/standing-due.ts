import { type Queries } from '../database/database.ts';
import { listOf, sql, type SqlFragment } from '../database/sql.ts';

/** Says that a student's standing is out of date; in the transaction that changed what it is made of. */
export async function markStanding(tx: Queries, academyId: string, studentId: string): Promise<void> {
  await tx.exec(sql`
    INSERT IGNORE INTO standing_due (academy_id, student_id) VALUES (${academyId}, ${studentId})`);
}

/** The same for several students. */
export async function markStandings(
  tx: Queries,
  academyId: string,
  studentIds: readonly string[],
): Promise<void> {
  await tx.exec(sql`
    INSERT IGNORE INTO standing_due (academy_id, student_id)
    SELECT academy_id, id FROM student WHERE academy_id = ${academyId} AND id IN (${listOf(studentIds)})`);
}

/** The same for the student of a lesson or a check. */
export async function markStandingOf(
  tx: Queries,
  academyId: string,
  what: { readonly lesson: string } | { readonly check: string },
): Promise<void> {
  const from: SqlFragment =
    'lesson' in what
      ? sql`lesson x WHERE x.id = ${what.lesson}`
      : sql`setup_check x WHERE x.id = ${what.check}`;
  await tx.exec(sql`
    INSERT IGNORE INTO standing_due (academy_id, student_id)
    SELECT x.academy_id, x.student_id FROM ${from} AND x.academy_id = ${academyId}`);
}
