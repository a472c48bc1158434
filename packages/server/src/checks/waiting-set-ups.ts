import { toldChecks } from '@lotrecht/judging';
import { type CheckRecord } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type Scope } from '../access/scope.ts';
import { type CircumstancesRow, toCircumstances } from './circumstances.ts';

interface SetUpRow extends CircumstancesRow {
  readonly id: string;
  readonly record: CheckRecord | null;
}

/** The checks of a lesson that nothing may be told of yet: set-ups of a blind series before it is revealed. */
export async function waitingSetUps(
  db: Queries,
  { academyId }: Scope,
  lessonId: string,
): Promise<ReadonlySet<string>> {
  const rows = await db.many<SetUpRow>(sql`
    SELECT c.id, v.record, v.phase, v.help, v.place_kind AS place, v.reader
    FROM setup_check c FORCE INDEX (check_of_lesson)
    STRAIGHT_JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
    WHERE c.academy_id = ${academyId} AND c.lesson_id = ${lessonId} AND c.deleted_at IS NULL`);
  const checks = rows.map(({ id, record, ...row }) => ({ id, record, circumstances: toCircumstances(row) }));
  const told = new Set(toldChecks(checks).map(({ id }) => id));
  return new Set(checks.flatMap(({ id }) => (told.has(id) ? [] : [id])));
}
