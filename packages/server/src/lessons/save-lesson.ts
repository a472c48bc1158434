import { type LessonInput } from '@lotrecht/contract';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database, isDuplicate } from '../database/database.ts';
import { type Actor } from '../http/context.ts';
import { conflict, notFound, type Problem } from '../http/problem.ts';
import { refused } from '../http/query.ts';
import { findPlace } from '../places/place-repository.ts';
import { findStudent } from '../students/student-repository.ts';
import { findLesson, insertLesson, type LessonRow, updateLesson } from './lesson-repository.ts';

function nextBeforeHeld(nextOn: string, heldOn: string): Problem {
  const message = `The next lesson was read as ${nextOn}, this one is on ${heldOn}. Give a later day, or none.`;
  return refused('/nextOn', message, 'order');
}

function says(lesson: LessonRow, input: LessonInput): boolean {
  return (
    lesson.studentId === input.studentId &&
    lesson.heldOn === input.heldOn &&
    lesson.notes === input.notes &&
    lesson.nextOn === (input.nextOn ?? null) &&
    lesson.placeId === (input.placeId ?? null) &&
    lesson.windy === (input.windy ?? false)
  );
}

/**
 * Adds or changes a lesson; sending the same again changes nothing.
 *
 * @throws Problem 409 when someone else changed it in between or a guardian's consent is missing, 404 for a stranger's lesson, student or place
 */
export async function saveLesson(
  db: Database,
  actor: Actor,
  id: string,
  input: LessonInput,
): Promise<LessonRow> {
  const student = await findStudent(db, actor, input.studentId);
  if (student === undefined) throw notFound();
  const { placeId = null, nextOn = null } = input;
  if (nextOn !== null && nextOn <= input.heldOn) throw nextBeforeHeld(nextOn, input.heldOn);
  if (placeId !== null && (await findPlace(db, actor, placeId)) === undefined) throw notFound();
  if (input.revision === 0) {
    await requireConsent(db, actor, student, 'records');
    try {
      await db.inTransaction((tx) => insertLesson(tx, actor, id, input));
    } catch (error) {
      if (!isDuplicate(error)) throw error;
      const existing = await findLesson(db, actor, id);
      if (existing === undefined) throw notFound();
      if (!says(existing, input)) throw conflict(existing);
    }
  } else {
    const before = await findLesson(db, actor, id);
    if (before === undefined) throw notFound();
    if (!says(before, input) && !(await db.inTransaction((tx) => updateLesson(tx, actor, id, input))))
      throw conflict(before);
  }
  const saved = await findLesson(db, actor, id);
  if (saved === undefined) throw notFound();
  return saved;
}
