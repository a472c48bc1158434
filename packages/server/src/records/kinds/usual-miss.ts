import { KIND, type Kept, type UsualMissInput, validateUsualMissInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Where a student's balls usually go, lesson by lesson. */
export const USUAL_MISS: Kind<UsualMissInput, Kept<UsualMissInput>> = {
  ...KIND['usual-miss'],
  orderedBy: 'saidOn',
  require: validateUsualMissInput,
};
