import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Scope } from '../access/scope.ts';
import { visibleStudents } from '../access/visible.ts';
import { type CalendarDay } from './calendar.ts';

/** Days of the actor's students: lessons that were held, and the day each student is expected next. */
export async function listCalendarDays(db: Queries, scope: Scope): Promise<readonly CalendarDay[]> {
  const rows = await db.many<CalendarDay & { nextOn: string | null; isLast: number }>(sql`
    SELECT l.id AS lessonId, s.id AS studentId, s.name AS studentName, l.held_on AS day, 'held' AS what, l.created_at AS writtenAt,
           l.next_on AS nextOn,
           l.id = (SELECT n.id FROM lesson n
                    WHERE n.academy_id = l.academy_id AND n.student_id = l.student_id AND n.kind = 'lesson'
                      AND n.deleted_at IS NULL ORDER BY n.held_on DESC, n.id DESC LIMIT 1) AS isLast
    FROM lesson l JOIN student s ON s.academy_id = l.academy_id AND s.id = l.student_id
    WHERE ${visibleStudents(scope)} AND l.kind = 'lesson' AND l.deleted_at IS NULL AND s.deleted_at IS NULL
    ORDER BY l.held_on, l.id`);
  return rows.flatMap(({ nextOn, isLast, ...row }): readonly CalendarDay[] => {
    const held = { ...row, writtenAt: isoFromUtc(row.writtenAt) };
    // A day that was agreed in an earlier lesson is past: the later lesson was it.
    return nextOn === null || isLast !== 1 ? [held] : [held, { ...held, day: nextOn, what: 'agreed' }];
  });
}
