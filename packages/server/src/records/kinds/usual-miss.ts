import { type Kept, type UsualMissInput, validateUsualMissInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Where a student's balls usually go, lesson by lesson. */
export const USUAL_MISS: Kind<UsualMissInput, Kept<UsualMissInput>> = {
  name: 'usual-miss',
  table: 'usual_miss',
  path: 'usual-misses',
  owner: 'student',
  plural: 'usual misses',
  fields: {
    studentId: 'plain',
    lessonId: 'plain',
    saidOn: 'plain',
    note: 'plain',
    miss: 'json',
  },
  orderedBy: 'saidOn',
  parents: { lessonId: 'lesson' },
  require: validateUsualMissInput,
};
