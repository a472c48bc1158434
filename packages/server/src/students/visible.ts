import { sql, type SqlFragment } from '../database/sql.ts';
import { type Actor } from '../http/context.ts';

/**
 * Which students an actor may see, for a query on `student s`: a head the whole academy, an instructor their own.
 * Every query of a student's data goes through it, so every one carries the academy.
 */
export function visibleStudents(actor: Actor): SqlFragment {
  return actor.role === 'head'
    ? sql`s.academy_id = ${actor.academyId}`
    : sql`s.academy_id = ${actor.academyId} AND s.instructor_id = ${actor.instructorId}`;
}
