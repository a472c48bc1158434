import { solveDocument } from '@lotrecht/judging';
import { CORE_VERSION, RefusedInput } from '@lotrecht/core';
import { type CheckDocument, type CheckRecord, DocumentRefused, type Rebase } from '@lotrecht/records';
import { type Database, type Queries } from '../database/database.ts';
import { sql } from '../database/sql.ts';
import { type CircumstancesRow, toCircumstances } from './circumstances.ts';
import { replaceMeasuredLines } from './measured-line-repository.ts';

/** Whose lines. */
interface MeasuredStudent {
  readonly academyId: string;
  readonly studentId: string;
}

interface KeptVersion extends CircumstancesRow {
  readonly id: string;
  readonly document: CheckDocument;
  readonly record: CheckRecord | null;
  readonly rebase: Rebase | null;
}

/**
 * Makes a student's lines again from their readings, where another version of core had made them: history speaks with
 * one voice. What was told stays with its check, by the figures and the version that it was told by.
 */
export async function measureAnew(db: Database, student: MeasuredStudent): Promise<void> {
  const { academyId, studentId } = student;
  const made = await db.maybeOne<{ measuredWith: string | null }>(sql`
    SELECT measured_with AS measuredWith FROM student_standing
    WHERE academy_id = ${academyId} AND student_id = ${studentId}`);
  if (made?.measuredWith === CORE_VERSION) return;
  await db.inTransaction((tx) => replaceAll(tx, student));
}

async function replaceAll(tx: Queries, { academyId, studentId }: MeasuredStudent): Promise<void> {
  // Held first: a check that is saved meanwhile comes before or after, and never between.
  const student = await tx.maybeOne<{ statureMm: number | null }>(sql`
    SELECT stature_mm AS statureMm FROM student
    WHERE academy_id = ${academyId} AND id = ${studentId} AND deleted_at IS NULL FOR UPDATE`);
  if (student === undefined) return;
  const { statureMm } = student;
  const versions = await tx.many<KeptVersion>(sql`
    SELECT c.id, v.document, v.record, v.rebase, v.phase, v.help, v.place_kind AS place, v.reader
    FROM setup_check c
    JOIN check_version v ON v.academy_id = c.academy_id AND v.check_id = c.id AND v.revision = c.revision
    WHERE c.academy_id = ${academyId} AND c.student_id = ${studentId}`);
  for (const { id, document, record, rebase, ...row } of versions) {
    const result = measured(statureMm === null ? document : { statureMm, ...document }, rebase);
    // What today's core refuses stays as it was measured; the doctor names it.
    if (result === undefined) continue;
    await replaceMeasuredLines(
      tx,
      { academyId },
      { checkId: id, studentId, isNew: false },
      { document, record, result, circumstances: toCircumstances(row) },
    );
  }
  await tx.exec(sql`
    UPDATE student_standing SET measured_with = ${CORE_VERSION}
    WHERE academy_id = ${academyId} AND student_id = ${studentId}`);
}

function measured(document: CheckDocument, rebase: Rebase | null) {
  try {
    return solveDocument(document, { rebase: rebase ?? undefined, answer: 'tape', stored: true });
  } catch (error) {
    if (error instanceof DocumentRefused || error instanceof RefusedInput) return undefined;
    throw error;
  }
}

/** Standings whose lines another version of core has measured are due. @returns how many */
export async function markMeasuredBefore(db: Queries): Promise<number> {
  return db.exec(sql`
    INSERT IGNORE INTO standing_due (academy_id, student_id)
    SELECT academy_id, student_id FROM student_standing
    WHERE measured_with IS NULL OR measured_with <> ${CORE_VERSION}`);
}
