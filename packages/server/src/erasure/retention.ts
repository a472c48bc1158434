import { type RetentionView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { type Scope } from '../access/scope.ts';

/** So many are shown at once; the others come when these are done. */
const SHOWN = 100;

/** How long an academy keeps data after the last lesson, and whose time is over. Erasing stays a person's decision. */
export async function findRetention(
  db: Queries,
  { academyId }: Scope,
  today: string,
): Promise<RetentionView> {
  const { months } = await db.one<{ months: number | null }>(
    sql`SELECT retention_months AS months FROM academy WHERE id = ${academyId}`,
  );
  if (months === null) return { months, over: [] };
  const over = await db.many<RetentionView['over'][number]>(sql`
    SELECT t.student_id AS studentId, s.name, t.last_lesson_on AS lastLessonOn
    FROM student_standing t JOIN student s ON s.academy_id = t.academy_id AND s.id = t.student_id
    WHERE t.academy_id = ${academyId} AND t.last_lesson_on < ${today} - INTERVAL ${months} MONTH
      AND s.deleted_at IS NULL
    ORDER BY t.last_lesson_on, t.student_id LIMIT ${SHOWN}`);
  return { months, over };
}

/** Sets how long. */
export async function keepRetention(db: Queries, { academyId }: Actor, months: number | null): Promise<void> {
  await db.exec(sql`UPDATE academy SET retention_months = ${months} WHERE id = ${academyId}`);
}
