import { sql, type SqlFragment } from '../database/sql.ts';
import { type Scope } from './scope.ts';

/**
 * Which students may be seen, for a query on `student s`. Every query of a student's data goes through it, so every
 * one carries the academy.
 */
export function visibleStudents({ academyId, sees }: Scope): SqlFragment {
  if (sees === 'all') return sql`s.academy_id = ${academyId}`;
  if ('student' in sees) return sql`s.academy_id = ${academyId} AND s.id = ${sees.student}`;
  return sql`s.academy_id = ${academyId} AND s.instructor_id = ${sees.studentsOf}`;
}
