import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { visibleStudents } from '../access/visible.ts';

/** A guess of an instructor beside what the tape said of the same line, degrees. */
export interface StoredGuess {
  readonly handedness: 'right' | 'left';
  /** Right positive. */
  readonly guessDeg: number;
  /** φ. */
  readonly handedAzimuthDeg: number;
  readonly measurementUncertaintyDeg: number;
  readonly targetLineUncertaintyDeg: number;
}

/** An eye changes: so many of the newest guesses count. */
const NEWEST = 200;

/** The actor's own guesses, the newest first. */
export function listGuesses(db: Queries, actor: Actor): Promise<readonly StoredGuess[]> {
  return db.many<StoredGuess>(sql`
    SELECT s.handedness, CAST(JSON_VALUE(v.record, '$.guess.readingDeg') AS DOUBLE) AS guessDeg,
           m.handed_azimuth_deg AS handedAzimuthDeg, m.measurement_uncertainty_deg AS measurementUncertaintyDeg,
           m.target_line_uncertainty_deg AS targetLineUncertaintyDeg
    FROM check_version v
    JOIN setup_check c ON c.academy_id = v.academy_id AND c.id = v.check_id AND c.revision = v.revision
    JOIN student s ON s.academy_id = c.academy_id AND s.id = c.student_id
    JOIN measured_line m ON m.academy_id = c.academy_id AND m.check_id = c.id
      AND m.line = JSON_VALUE(v.record, '$.guess.line')
    WHERE ${visibleStudents(actor)} AND v.academy_id = ${actor.academyId} AND v.instructor_id = ${actor.instructorId}
      AND v.record IS NOT NULL AND c.deleted_at IS NULL AND s.deleted_at IS NULL
    ORDER BY v.created_at DESC LIMIT ${NEWEST}`);
}
