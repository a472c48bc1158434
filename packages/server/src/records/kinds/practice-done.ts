import { KIND, type Kept, type PracticeDoneInput, validatePracticeDoneInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** What a student has practised, on the instructor's device or by their own link. */
export const PRACTICE_DONE: Kind<PracticeDoneInput, Kept<PracticeDoneInput>> = {
  ...KIND['practice-done'],
  orderedBy: 'startedAt',
  require: validatePracticeDoneInput,
};
