import { randomUUID } from 'node:crypto';
import { solveDocument } from '@lotrecht/judging';
import { type Queries } from '../database/database.ts';
import { type Actor } from '../access/actor.ts';
import { logChange } from '../changes/record-change.ts';
import { conflict } from '../problems/problem.ts';
import { findStudent } from '../students/student-repository.ts';
import { addVersion, listChecksOfStudent } from './check-repository.ts';

/**
 * Recomputes all checks of a student whose hand was recorded wrong. Gaps were read to the player's side and stay as
 * typed; what they point at changes. The earlier results stay as versions. Checks that have this hand are let be.
 *
 * @param tx the transaction that changes the student
 */
export async function recomputeForHand(
  tx: Queries,
  actor: Actor,
  studentId: string,
  handedness: 'right' | 'left',
): Promise<void> {
  for (const check of await listChecksOfStudent(tx, actor, studentId)) {
    if (check.document.handedness === handedness) continue;
    const document = { ...check.document, handedness };
    const afterLook = check.record?.afterLook;
    const version = {
      reason: 'hand-corrected',
      document,
      result: solveDocument(document, { rebase: check.rebase ?? undefined, stored: true }),
      rebase: check.rebase,
      record:
        check.record && afterLook
          ? { ...check.record, afterLook: { ...afterLook, handedness } }
          : check.record,
      circumstances: check.circumstances,
      saveKey: randomUUID(),
    } as const;
    // A check that moved on meanwhile undoes the whole change of hand; the instructor tries again.
    if (!(await addVersion(tx, actor, check, version))) throw conflict('check', check);
    const { id, revision } = check;
    await logChange(tx, actor, { kind: 'check', id, revision: revision + 1, studentId, action: 'changed' });
  }
}

/** The same for checks that were deleted while their student's hand was corrected, and have been brought back. */
export async function recomputeBroughtBack(tx: Queries, actor: Actor, studentId: string): Promise<void> {
  const student = await findStudent(tx, actor, studentId);
  if (student !== undefined) await recomputeForHand(tx, actor, studentId, student.handedness);
}
