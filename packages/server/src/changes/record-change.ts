import { randomUUID } from 'node:crypto';
import { type AuditEntryView } from '@lotrecht/records';
import { type Actor } from '../access/actor.ts';
import { insertAccess } from '../audit/audit-repository.ts';
import { type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { markStanding } from './standing-due.ts';

/** One change of one record. */
export interface Change {
  /** A kind's name, as the audit and devices know it. */
  readonly kind: AuditEntryView['what'];
  readonly id: string;
  /** What it has been changed to; null for what has no revisions, or keeps the one it had. */
  readonly revision: number | null;
  /** Whose it is; null for what is the academy's own. */
  readonly studentId: string | null;
  readonly action: 'changed' | 'deleted' | 'restored' | 'moved' | 'erased';
  /** Of a student who moved: the instructor who had them. */
  readonly hadBy?: string;
}

/** Kinds that standings are made of. */
const OF_STANDINGS: readonly string[] = ['student', 'lesson', 'check'];

/**
 * Notes a change: who did it, for the head; what changed, for devices; and whose standing is out of date. The one way
 * in which anything that is stored says that it was changed, in the transaction that changes it.
 */
export async function recordChange(tx: Queries, actor: Actor, change: Change): Promise<void> {
  const { kind, studentId, action } = change;
  await logChange(tx, actor, change);
  if (studentId !== null) await insertAccess(tx, actor, studentId, { action, what: kind });
}

/** The same for what follows from a change that is noted itself: the checks of a student whose hand was corrected. */
export async function logChange(tx: Queries, actor: Actor, change: Change): Promise<void> {
  const { kind, id, revision, studentId, action, hadBy = null } = change;
  await tx.exec(sql`
    INSERT INTO record_change (academy_id, change_id, kind, id, revision, student_id, action, instructor_id, had_by)
    VALUES (${actor.academyId}, ${randomUUID()}, ${kind}, ${id}, ${revision}, ${studentId}, ${action},
            ${actor.instructorId}, ${hadBy})`);
  if (studentId !== null && OF_STANDINGS.includes(kind)) await markStanding(tx, actor.academyId, studentId);
}
