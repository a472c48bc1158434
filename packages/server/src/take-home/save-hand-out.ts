import { type HandOutInput, type HandOutView } from '@lotrecht/records';
import { type Actor } from '../access/actor.ts';
import { recordChange } from '../changes/record-change.ts';
import { findCheck } from '../checks/check-repository.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { conflict, notFound } from '../problems/problem.ts';
import { type ChangedRecords } from '../records/record-store.ts';
import { aboutStudent } from '../access/lock-student.ts';
import {
  findHandOut,
  insertHandOut,
  setHandOutDeleted,
  studentOfHandOut,
  updateHandOut,
} from './hand-out-repository.ts';

function says(kept: HandOutView, input: HandOutInput): boolean {
  return (
    kept.checkId === input.checkId &&
    kept.drillId === input.drillId &&
    kept.dose === input.dose &&
    kept.own === input.own &&
    kept.junior === input.junior
  );
}

/**
 * Adds or changes a hand-out; sending the same again changes nothing.
 *
 * @throws Problem 409 when someone else changed it in between or a guardian's consent is missing, 404 for a stranger's
 */
async function saveHandOut(
  db: Database,
  actor: Actor,
  id: string,
  input: HandOutInput,
): Promise<HandOutView> {
  const check = await findCheck(db, actor, input.checkId);
  if (check === undefined) throw notFound();
  const { studentId } = check;
  const { revision } = input;
  try {
    await aboutStudent(db, actor, studentId, async (tx, student) => {
      const existing = await findHandOut(tx, actor, id);
      if (existing !== undefined && says(existing, input)) return;
      if (revision === 0 && existing !== undefined) throw conflict('hand-out', existing);
      if (revision > 0 && existing === undefined) throw notFound();
      await requireConsent(tx, actor, student, { scope: 'records' });
      if (revision === 0) await insertHandOut(tx, actor, { id, studentId }, input);
      else if (!(await updateHandOut(tx, actor, id, input))) throw conflict('hand-out', existing);
      await recordChange(tx, actor, {
        kind: 'hand-out',
        id,
        revision: revision + 1,
        studentId,
        action: 'changed',
      });
    });
  } catch (error) {
    // An id of one that was deleted, or of a student whom the actor does not see.
    throw isDuplicate(error) ? notFound() : error;
  }
  const saved = await findHandOut(db, actor, id);
  if (saved === undefined) throw notFound();
  return saved;
}

/** Takes away or, with `false`, brings back. @throws Problem 404 where there was none to change */
async function setDeleted(db: Database, actor: Actor, id: string, deleted: boolean): Promise<void> {
  const studentId = await studentOfHandOut(db, actor, id);
  if (studentId === undefined) throw notFound();
  await aboutStudent(db, actor, studentId, async (tx, student) => {
    if (!deleted) await requireConsent(tx, actor, student, { scope: 'records' });
    if (!(await setHandOutDeleted(tx, actor, id, deleted))) throw notFound();
    const action = deleted ? 'deleted' : 'restored';
    await recordChange(tx, actor, { kind: 'hand-out', id, revision: null, studentId, action });
  });
}

/** Hand-outs, as they are changed. */
export const handOuts: ChangedRecords<HandOutInput, HandOutView> = {
  find: findHandOut,
  save: saveHandOut,
  setDeleted,
};
