import { randomUUID } from 'node:crypto';
import { type AcademyEventView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor } from '../access/actor.ts';

const SHOWN = 100;

/** What was done with the academy as a whole, and with what: a table, rows, an instructor; never a student. */
export type AcademyEvent = Pick<AcademyEventView, 'action' | 'detail'>;

/** Notes what was done; in the transaction that does it, where there is one. */
export async function recordEvent(
  db: Queries,
  { academyId, instructorId }: Actor,
  { action, detail }: AcademyEvent,
): Promise<void> {
  await db.exec(sql`
    INSERT INTO academy_event (academy_id, id, instructor_id, action, detail)
    VALUES (${academyId}, ${randomUUID()}, ${instructorId}, ${action}, ${detail})`);
}

/** What was done with an academy, newest first. */
export async function listEvents(db: Queries, academyId: string): Promise<readonly AcademyEventView[]> {
  const rows = await db.many<AcademyEventView>(sql`
    SELECT e.at, i.name AS instructorName, e.action, e.detail
    FROM academy_event e JOIN instructor i ON i.academy_id = e.academy_id AND i.id = e.instructor_id
    WHERE e.academy_id = ${academyId} ORDER BY e.at DESC, e.id LIMIT ${SHOWN}`);
  return rows.map((row) => ({ ...row, at: isoFromUtc(row.at) }));
}
