import { type LessonInput, validateLessonInput } from '@lotrecht/records';
import { type Database } from '../database/database.ts';
import { type Route } from '../http/route.ts';
import { type ChangedKind, changeRoutes } from '../records/record-routes.ts';
import { type LessonRow } from './lesson-repository.ts';
import { type LessonBroughtBack, lessonsWith } from './save-lesson.ts';

/** What is changed of a lesson, and what of what is shown. */
const LESSON: ChangedKind<LessonInput, LessonRow, 'lessons'> = {
  name: 'lesson',
  path: 'lessons',
  require: validateLessonInput,
  toInput: ({ revision, studentId, heldOn, nextOn, placeId, windy, notes }) => ({
    revision,
    studentId,
    heldOn,
    windy,
    notes,
    ...(nextOn !== null && { nextOn }),
    ...(placeId !== null && { placeId }),
  }),
};

/** Lessons: add, change, delete and undo. What a page shows of them is read by `pages/`. */
export function lessonRoutes(db: Database, broughtBack: LessonBroughtBack): readonly Route[] {
  return changeRoutes(db, LESSON, lessonsWith(broughtBack));
}
