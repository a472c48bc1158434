import { randomUUID } from 'node:crypto';
import { type AuditEntryView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { listOf, sql } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor } from '../access/actor.ts';

/** Looks within the same ten minutes by the database's clock are one look. */
const SLOT = sql`FLOOR(UNIX_TIMESTAMP() / 600)`;

const SHOWN = 200;

/** What was done, with what of a student. */
export interface Access {
  readonly action: AuditEntryView['action'];
  readonly what: AuditEntryView['what'];
}

/** Records that something of a student was changed; in the transaction that changes it. */
export async function insertAccess(
  db: Queries,
  { academyId, instructorId, byLink }: Actor,
  studentId: string,
  { action, what }: Access,
): Promise<void> {
  await db.exec(sql`
    INSERT INTO audit_entry (academy_id, id, instructor_id, student_id, action, what, by_link)
    VALUES (${academyId}, ${randomUUID()}, ${instructorId}, ${studentId}, ${action}, ${what}, ${byLink === true})`);
}

/** A look, or a printing: what only reads. */
export interface Look {
  readonly actor: Actor;
  readonly studentIds: readonly string[];
  readonly access: Access;
}

/**
 * Records looks at students, those of the same ten minutes once. Whoever looks for the same at the same moment meets a
 * key that is taken, and nobody waits: what is noted already is not written.
 */
export async function insertLooks(db: Queries, { actor, studentIds, access }: Look): Promise<void> {
  const { academyId, instructorId } = actor;
  const byLink = actor.byLink === true;
  const { action, what } = access;
  if (studentIds.length === 0) return;
  const noted = await db.many<{ id: string }>(sql`
    SELECT student_id AS id FROM audit_entry FORCE INDEX (audit_slot)
    WHERE academy_id = ${academyId} AND student_id IN (${listOf(studentIds)}) AND instructor_id = ${instructorId}
      AND action = ${action} AND what = ${what} AND by_link = ${byLink} AND slot = ${SLOT}`);
  const known = new Set(noted.map(({ id }) => id));
  // In one order: two who write the same rows never hold what the other waits for.
  const fresh = [...new Set(studentIds)].filter((id) => !known.has(id)).toSorted();
  const [first, ...others] = fresh.map(
    (id) =>
      sql`(${academyId}, ${randomUUID()}, ${instructorId}, ${id}, ${action}, ${what}, ${byLink}, ${SLOT})`,
  );
  if (first === undefined) return;
  await db.exec(sql`
    INSERT IGNORE INTO audit_entry (academy_id, id, instructor_id, student_id, action, what, by_link, slot)
    VALUES ${others.reduce((all, row) => sql`${all}, ${row}`, first)}`);
}

/** An academy's latest accesses, newest first. */
export async function listAccesses(db: Queries, academyId: string): Promise<readonly AuditEntryView[]> {
  const rows = await db.many<
    Omit<AuditEntryView, 'byLink' | 'imported'> & { readonly byLink: number; readonly imported: number }
  >(sql`
    SELECT a.at, i.name AS instructorName, COALESCE(s.name, '') AS studentName, a.action, a.what,
           a.by_link AS byLink, a.imported_by IS NOT NULL AS imported
    FROM audit_entry a
    JOIN instructor i ON i.academy_id = a.academy_id AND i.id = a.instructor_id
    LEFT JOIN student s ON s.academy_id = a.academy_id AND s.id = a.student_id
    WHERE a.academy_id = ${academyId} ORDER BY a.at DESC, a.id LIMIT ${SHOWN}`);
  return rows.map((row) => ({
    ...row,
    byLink: row.byLink === 1,
    imported: row.imported === 1,
    at: isoFromUtc(row.at),
  }));
}
