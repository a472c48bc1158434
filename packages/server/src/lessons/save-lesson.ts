import { type LessonInput } from '@lotrecht/records';
import { recordChange } from '../changes/record-change.ts';
import { requireConsent } from '../consents/require-consent.ts';
import { type Database, type Queries } from '../database/database.ts';
import { isDuplicate } from '../database/trouble.ts';
import { type Actor } from '../access/actor.ts';
import { conflict, notFound, type Problem } from '../problems/problem.ts';
import { refused } from '../http/query.ts';
import { places } from '../records/index.ts';
import { aboutStudent } from '../access/lock-student.ts';
import { type ChangedRecords } from '../records/record-store.ts';
import {
  findLesson,
  insertLesson,
  type LessonRow,
  setLessonDeleted,
  studentOfLesson,
  updateLesson,
} from './lesson-repository.ts';

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
async function saveLesson(db: Database, actor: Actor, id: string, input: LessonInput): Promise<LessonRow> {
  const { placeId = null, nextOn = null } = input;
  if (nextOn !== null && nextOn <= input.heldOn) throw nextBeforeHeld(nextOn, input.heldOn);
  if (placeId !== null && (await places.find(db, actor, placeId)) === undefined) throw notFound();
  try {
    await aboutStudent(db, actor, input.studentId, async (tx, student) => {
      const before = await findLesson(tx, actor, id);
      if (before !== undefined && says(before, input)) return;
      if (input.revision === 0 && before !== undefined) throw conflict('lesson', before);
      if (input.revision > 0 && before === undefined) throw notFound();
      await requireConsent(tx, actor, student, { scope: 'records' });
      if (input.revision === 0) await insertLesson(tx, actor, id, input);
      else if (!(await updateLesson(tx, actor, id, input))) throw conflict('lesson', before);
      await recordChange(tx, actor, {
        kind: 'lesson',
        id,
        revision: input.revision + 1,
        studentId: student.id,
        action: 'changed',
      });
    });
  } catch (error) {
    // An id of a lesson that was deleted, or is another student's whom the actor does not see.
    throw isDuplicate(error) ? notFound() : error;
  }
  const saved = await findLesson(db, actor, id);
  if (saved === undefined) throw notFound();
  return saved;
}

/** What has to follow when a lesson is brought back; in the transaction that does it. */
export type LessonBroughtBack = (tx: Queries, actor: Actor, studentId: string) => Promise<void>;

/** Lessons, as they are changed. */
export function lessonsWith(broughtBack: LessonBroughtBack): ChangedRecords<LessonInput, LessonRow> {
  return {
    find: findLesson,
    save: saveLesson,
    setDeleted: async (db, actor, id, deleted) => {
      const studentId = await studentOfLesson(db, actor, id);
      if (studentId === undefined) throw notFound();
      await aboutStudent(db, actor, studentId, async (tx, student) => {
        if (!deleted) await requireConsent(tx, actor, student, { scope: 'records' });
        if (!(await setLessonDeleted(tx, actor, id, deleted))) throw notFound();
        if (!deleted) await broughtBack(tx, actor, studentId);
        const action = deleted ? 'deleted' : 'restored';
        await recordChange(tx, actor, { kind: 'lesson', id, revision: null, studentId, action });
      });
    },
  };
}
