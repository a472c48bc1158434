import { type Queries } from '../database/database.ts';
import { type Sql, sql } from '../database/sql.ts';
import { looseRows, NAMED_RECORDS } from '../records/named-records.ts';

/** What rows of a file may get wrong among each other, where no key of the database holds them. */
const LOOSE: readonly { readonly said: string; readonly find: (academyId: string) => Sql }[] = [
  {
    said: 'has no version in the file',
    find: (academyId) => sql`
      SELECT c.id FROM setup_check c WHERE c.academy_id = ${academyId} AND NOT EXISTS (
        SELECT 1 FROM check_version v
        WHERE v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision) LIMIT 1`,
  },
  {
    said: 'is a check of one student in a lesson of another',
    find: (academyId) => sql`
      SELECT c.id FROM setup_check c JOIN lesson l ON l.academy_id = c.academy_id AND l.id = c.lesson_id
      WHERE c.academy_id = ${academyId} AND c.student_id <> l.student_id LIMIT 1`,
  },
  {
    said: 'is a check of the other hand than its student’s',
    find: (academyId) => sql`
      SELECT c.id FROM setup_check c
      JOIN student s ON s.academy_id = c.academy_id AND s.id = c.student_id
      JOIN lesson l ON l.academy_id = c.academy_id AND l.id = c.lesson_id
      JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
      WHERE c.academy_id = ${academyId} AND c.deleted_at IS NULL AND l.deleted_at IS NULL
        AND s.deleted_at IS NULL AND JSON_VALUE(v.document, '$.handedness') <> s.handedness LIMIT 1`,
  },
  {
    said: 'is a hand-out for one student about a check of another',
    find: (academyId) => sql`
      SELECT h.id FROM hand_out h JOIN setup_check c ON c.academy_id = h.academy_id AND c.id = h.check_id
      WHERE h.academy_id = ${academyId} AND h.student_id <> c.student_id LIMIT 1`,
  },
  {
    said: 'is a self-check of one student with a check of another, or with none',
    find: (academyId) => sql`
      SELECT f.id FROM self_check f
      LEFT JOIN setup_check c ON c.academy_id = f.academy_id AND c.id = f.check_id AND c.student_id = f.student_id
      WHERE f.academy_id = ${academyId} AND f.check_id IS NOT NULL AND c.id IS NULL LIMIT 1`,
  },
  ...NAMED_RECORDS.map((named) => ({
    said: `of ${named.kind.table} names a row that is not in the file${named.ofSameStudent ? ', or is another student’s' : ''}`,
    find: (academyId: string): Sql => {
      const { text, values } = looseRows(named);
      return { text: `SELECT t.id ${text} AND t.academy_id = ? LIMIT 1`, values: [...values, academyId] };
    },
  })),
];

/** What of an academy does not fit together, in words, one of each kind. */
export async function findLoose(tx: Queries, academyId: string): Promise<readonly string[]> {
  const found: string[] = [];
  for (const { said, find } of LOOSE) {
    const row = await tx.maybeOne<{ id: string }>(find(academyId));
    if (row !== undefined) found.push(`${row.id} ${said}.`);
  }
  return found;
}
