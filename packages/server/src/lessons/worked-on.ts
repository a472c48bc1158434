import { type Scope } from '../access/scope.ts';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';

/**
 * The lessons of a student in which the set-up was worked on: it was coached, or read with a cue or rods in sight; a
 * hand-out with its drill went home; or a practice plan follows from it. Nobody is asked: it is there by itself.
 *
 * @returns ids
 */
export async function lessonsWorkedOn(
  db: Queries,
  { academyId }: Pick<Scope, 'academyId'>,
  studentId: string,
): Promise<ReadonlySet<string>> {
  const rows = await db.many<{ id: string }>(sql`
    SELECT l.id
    FROM lesson l
    JOIN setup_check c ON c.academy_id = l.academy_id AND c.lesson_id = l.id AND c.deleted_at IS NULL
    JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
    WHERE l.academy_id = ${academyId} AND l.student_id = ${studentId} AND l.deleted_at IS NULL
      AND (v.phase = 'coached' OR v.help IN ('cued', 'rods'))
    UNION
    SELECT l.id
    FROM hand_out h
    JOIN setup_check c ON c.academy_id = h.academy_id AND c.id = h.check_id
    JOIN lesson l ON l.academy_id = c.academy_id AND l.id = c.lesson_id
    WHERE h.academy_id = ${academyId} AND h.student_id = ${studentId} AND h.deleted_at IS NULL
      AND l.deleted_at IS NULL
    UNION
    SELECT p.lesson_id
    FROM practice_plan p
    WHERE p.academy_id = ${academyId} AND p.student_id = ${studentId} AND p.lesson_id IS NOT NULL
      AND p.deleted_at IS NULL`);
  return new Set(rows.map(({ id }) => id));
}
