import { type StudentInput, type StudentView } from '@lotrecht/contract';
import { recomputeForHand } from '../checks/correct-hand.ts';
import { type Database, isDuplicate } from '../database/database.ts';
import { type Actor } from '../http/context.ts';
import { conflict, notFound } from '../http/problem.ts';
import { findStudent, insertStudent, updateStudent } from './student-repository.ts';

function says(view: StudentView, input: StudentInput): boolean {
  return (
    view.name === input.name &&
    view.handedness === input.handedness &&
    view.minor === input.minor &&
    view.dominantEye === (input.dominantEye ?? null) &&
    view.statureMm === (input.statureMm ?? null) &&
    view.shoeMm === (input.shoeMm ?? null) &&
    view.notes === input.notes
  );
}

/**
 * Adds or changes a student; sending the same again changes nothing. A change of hand recomputes the stored checks
 * in the same transaction.
 *
 * @throws Problem 409 when someone else changed the student in between, 404 for a stranger's id
 */
export async function saveStudent(
  db: Database,
  actor: Actor,
  id: string,
  input: StudentInput,
): Promise<StudentView> {
  if (input.revision === 0) {
    try {
      await db.inTransaction((tx) => insertStudent(tx, actor, id, input));
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      const existing = await findStudent(db, actor, id);
      if (existing === undefined) throw notFound();
      if (!says(existing, input)) throw conflict(existing);
    }
  } else {
    await db.inTransaction(async (tx) => {
      const before = await findStudent(tx, actor, id);
      if (before === undefined) throw notFound();
      if (says(before, input)) return;
      if (!(await updateStudent(tx, actor, id, input))) throw conflict(before);
      if (before.handedness !== input.handedness) await recomputeForHand(tx, actor, id, input.handedness);
    });
  }
  const saved = await findStudent(db, actor, id);
  if (saved === undefined) throw notFound();
  return saved;
}
