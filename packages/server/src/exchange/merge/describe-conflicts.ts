import { type AcademyLine, type MergeConflict } from '@lotrecht/records';
import { type Queries } from '../../database/database.ts';
import { sql } from '../../database/sql.ts';
import { type Scope } from '../../access/scope.ts';
import { type CountedConflict } from './merge-log.ts';

/** Says of each conflict what it is about: a name, or a student and a day. */
export async function describeConflicts(
  tx: Queries,
  scope: Scope,
  conflicts: readonly CountedConflict[],
): Promise<readonly MergeConflict[]> {
  const described: MergeConflict[] = [];
  for (const { here, ...conflict } of conflicts)
    described.push({ ...conflict, about: await aboutOf(tx, scope, here) });
  return described;
}

async function aboutOf(tx: Queries, { academyId }: Scope, line: AcademyLine): Promise<string> {
  if ('name' in line) return line.name;
  if (line.table === 'lesson') return `${await studentName(tx, academyId, line.studentId)}, ${line.heldOn}`;
  if (line.table === 'check_version' || line.table === 'setup_check') {
    const id = line.table === 'setup_check' ? line.id : line.checkId;
    const found = await tx.maybeOne<{ name: string; heldOn: string }>(sql`
      SELECT s.name, l.held_on AS heldOn
      FROM setup_check c
      JOIN lesson l ON l.academy_id = c.academy_id AND l.id = c.lesson_id
      JOIN student s ON s.academy_id = c.academy_id AND s.id = c.student_id
      WHERE c.academy_id = ${academyId} AND c.id = ${id}`);
    return found === undefined ? id : `${found.name}, ${found.heldOn}`;
  }
  if ('studentId' in line) return studentName(tx, academyId, line.studentId);
  if (line.table === 'instructor_settings') {
    const found = await tx.maybeOne<{ name: string }>(
      sql`SELECT name FROM instructor WHERE academy_id = ${academyId} AND id = ${line.instructorId}`,
    );
    return found?.name ?? line.instructorId;
  }
  return '';
}

async function studentName(tx: Queries, academyId: string, id: string): Promise<string> {
  const found = await tx.maybeOne<{ name: string }>(
    sql`SELECT name FROM student WHERE academy_id = ${academyId} AND id = ${id}`,
  );
  return found?.name ?? id;
}
