import { randomUUID } from 'node:crypto';
import { type AuditEntryView } from '@lotrecht/contract';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { isoFromUtc } from '../database/utc.ts';
import { type Actor } from '../http/context.ts';

/** Looking again within this time is the same look. */
const SAME_LOOK_MINUTES = 10;

const SHOWN = 200;

/** Records an access to a student's data. */
export async function recordAccess(
  db: Queries,
  actor: Actor,
  studentId: string,
  action: AuditEntryView['action'],
): Promise<void> {
  const { academyId, instructorId } = actor;
  if (action === 'seen') {
    await db.exec(sql`
      INSERT INTO audit_entry (academy_id, id, instructor_id, student_id, action)
      SELECT ${academyId}, ${randomUUID()}, ${instructorId}, ${studentId}, ${action} FROM DUAL
      WHERE NOT EXISTS (
        SELECT 1 FROM audit_entry
        WHERE academy_id = ${academyId} AND student_id = ${studentId} AND instructor_id = ${instructorId}
          AND action = ${action} AND at > UTC_TIMESTAMP(3) - INTERVAL ${SAME_LOOK_MINUTES} MINUTE)`);
    return;
  }
  await db.exec(sql`
    INSERT INTO audit_entry (academy_id, id, instructor_id, student_id, action)
    VALUES (${academyId}, ${randomUUID()}, ${instructorId}, ${studentId}, ${action})`);
}

/** An academy's latest accesses, newest first. */
export async function listAccesses(db: Queries, academyId: string): Promise<readonly AuditEntryView[]> {
  const rows = await db.many<AuditEntryView>(sql`
    SELECT a.at, i.name AS instructorName, COALESCE(s.name, '') AS studentName, a.action
    FROM audit_entry a
    JOIN instructor i ON i.academy_id = a.academy_id AND i.id = a.instructor_id
    LEFT JOIN student s ON s.academy_id = a.academy_id AND s.id = a.student_id
    WHERE a.academy_id = ${academyId} ORDER BY a.at DESC, a.id LIMIT ${SHOWN}`);
  return rows.map((row) => ({ ...row, at: isoFromUtc(row.at) }));
}
