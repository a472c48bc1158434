import { type Kept, type PracticeDoneInput, validatePracticeDoneInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** What a student has practised, on the instructor's device or by their own link. */
export const PRACTICE_DONE: Kind<PracticeDoneInput, Kept<PracticeDoneInput>> = {
  name: 'practice-done',
  table: 'practice_done',
  path: 'practice-done',
  owner: 'student',
  plural: 'practice sessions',
  fields: {
    studentId: 'plain',
    doneOn: 'plain',
    startedAt: 'plain',
    note: 'plain',
    practice: 'json',
  },
  orderedBy: 'startedAt',
  require: validatePracticeDoneInput,
};
