import { type Kept, type PracticePlanInput, validatePracticePlanInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** What a student practises until the next lesson. */
export const PRACTICE_PLAN: Kind<PracticePlanInput, Kept<PracticePlanInput>> = {
  name: 'practice-plan',
  table: 'practice_plan',
  path: 'practice-plans',
  owner: 'student',
  plural: 'practice plans',
  fields: { studentId: 'plain', lessonId: 'plain', startsOn: 'plain', note: 'plain', plan: 'json' },
  orderedBy: 'startsOn',
  parents: { lessonId: 'lesson' },
  require: validatePracticePlanInput,
};
