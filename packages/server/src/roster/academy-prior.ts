import { type ColdCheck, earlierOf, kindsOfFirstCheck, priorOfAcademy } from '@lotrecht/judging';
import { type CheckDocument, type PriorDocument } from '@lotrecht/records';
import { CORE_VERSION } from '@lotrecht/core';
import { COLD_VERSION } from '../checks/cold.ts';
import { type Database, type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';

/** A first check of which every reading was asked about says nothing: then the next one speaks. */
const FIRST_FEW = 3;

interface FirstCold extends ColdCheck {
  readonly madeFrom: string;
}

/** Whose first check it is. */
export interface FirstCheckOf {
  readonly academyId: string;
  readonly studentId: string;
  readonly handedness: CheckDocument['handedness'];
}

/**
 * Keeps how well a student's first cold check fits each kind of student; what was kept stays where the check is the
 * same. The academy's prior is due where it changed.
 */
export async function keepEvidence(tx: Queries, of: FirstCheckOf): Promise<void> {
  const { academyId, studentId, handedness } = of;
  const first = await firstCold(tx, of);
  const kept = await tx.maybeOne<{ madeFrom: string }>(sql`
    SELECT made_from AS madeFrom FROM first_check_evidence
    WHERE academy_id = ${academyId} AND student_id = ${studentId}`);
  if (kept?.madeFrom === first?.madeFrom) return;
  if (first === undefined) {
    await dropEvidence(tx, of);
    return;
  }
  const logs = kindsOfFirstCheck(handedness, first.check).map((log) => Math.round(log * 1e6) / 1e6);
  await tx.exec(sql`
    REPLACE INTO first_check_evidence (academy_id, student_id, made_from, log_evidence)
    VALUES (${academyId}, ${studentId}, ${first.madeFrom}, ${JSON.stringify(logs)})`);
  await markPrior(tx, academyId);
}

/** A student who is gone has no say any more. */
export async function dropEvidence(
  tx: Queries,
  { academyId, studentId }: Pick<FirstCheckOf, 'academyId' | 'studentId'>,
): Promise<void> {
  const dropped = await tx.exec(sql`
    DELETE FROM first_check_evidence WHERE academy_id = ${academyId} AND student_id = ${studentId}`);
  if (dropped > 0) await markPrior(tx, academyId);
}

async function markPrior(tx: Queries, academyId: string): Promise<void> {
  await tx.exec(sql`
    INSERT INTO academy_prior (academy_id, due) VALUES (${academyId}, 1) ON DUPLICATE KEY UPDATE due = 1`);
}

async function firstCold(tx: Queries, { academyId, studentId, handedness }: FirstCheckOf) {
  const rows = await tx.many<FirstCold>(sql`
    SELECT l.held_on AS heldOn, v.document, v.record, CONCAT(c.id, ' ', c.revision) AS madeFrom
    FROM lesson l
    JOIN setup_check c ON c.academy_id = l.academy_id AND c.lesson_id = l.id
    JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
    WHERE l.academy_id = ${academyId} AND l.student_id = ${studentId} AND ${COLD_VERSION}
      AND l.deleted_at IS NULL AND c.deleted_at IS NULL
    ORDER BY l.held_on, c.created_at, c.id LIMIT ${FIRST_FEW}`);
  for (const row of rows) {
    const check = earlierOf(row, row.heldOn)?.check;
    if (check !== undefined) return { check, madeFrom: `${row.madeFrom} ${handedness} ${CORE_VERSION}` };
  }
  return undefined;
}

/**
 * Computes the priors of academies whose evidence has changed.
 *
 * @returns how many
 */
export async function refreshPriors(db: Database): Promise<number> {
  const due = await db.many<{ academyId: string }>(
    sql`SELECT academy_id AS academyId FROM academy_prior WHERE due = 1`,
  );
  for (const { academyId } of due) await db.inTransaction((tx) => refreshPrior(tx, academyId));
  return due.length;
}

async function refreshPrior(tx: Queries, academyId: string): Promise<void> {
  // First the mark: evidence that comes from now on marks it again, and waits for us with it.
  const marked = await tx.exec(
    sql`UPDATE academy_prior SET due = 0 WHERE academy_id = ${academyId} AND due = 1`,
  );
  if (marked === 0) return;
  const rows = await tx.many<{ logs: readonly number[] }>(sql`
    SELECT e.log_evidence AS logs FROM first_check_evidence e WHERE e.academy_id = ${academyId}`);
  const prior = priorOfAcademy(rows.map(({ logs }) => logs));
  await tx.exec(sql`
    UPDATE academy_prior SET students = ${rows.length}, prior = ${prior === null ? null : JSON.stringify(prior)}
    WHERE academy_id = ${academyId}`);
}

/** What an academy's own students say of who comes to it; null while there are too few. */
export async function findPrior(db: Queries, academyId: string): Promise<PriorDocument | null> {
  const row = await db.maybeOne<{ prior: PriorDocument | null }>(
    sql`SELECT prior FROM academy_prior WHERE academy_id = ${academyId}`,
  );
  return row?.prior ?? null;
}
