import { type SelfReadRow } from '@lotrecht/judging';
import { type Scope } from '../access/scope.ts';
import { visibleStudents } from '../access/visible.ts';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';

/** What a student has read of a line by themselves since a day, in its order. */
export function listSelfReads(
  db: Queries,
  scope: Scope,
  { studentId, line, since }: { readonly studentId: string; readonly line: string; readonly since: string },
): Promise<readonly SelfReadRow[]> {
  return db.many<SelfReadRow>(sql`
    SELECT l.held_on AS takenOn, m.line, m.handed_azimuth_deg AS handedAzimuthDeg,
           m.measurement_uncertainty_deg AS measurementUncertaintyDeg,
           m.target_line_uncertainty_deg AS targetLineUncertaintyDeg,
           m.tolerance_low_deg AS toleranceLowDeg, m.tolerance_high_deg AS toleranceHighDeg
    FROM measured_line m
    JOIN setup_check c ON c.academy_id = m.academy_id AND c.id = m.check_id
    JOIN lesson l ON l.academy_id = c.academy_id AND l.id = c.lesson_id
    JOIN student s ON s.academy_id = m.academy_id AND s.id = m.student_id
    WHERE ${visibleStudents(scope)} AND m.academy_id = ${scope.academyId} AND m.student_id = ${studentId}
      AND m.reader = 'student' AND m.line = ${line} AND l.held_on >= ${since}
      AND c.deleted_at IS NULL AND l.deleted_at IS NULL AND s.deleted_at IS NULL
    ORDER BY l.held_on, c.created_at, c.id`);
}
