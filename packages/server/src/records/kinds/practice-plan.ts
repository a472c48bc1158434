import { KIND, type Kept, type PracticePlanInput, validatePracticePlanInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** What a student practises until the next lesson. */
export const PRACTICE_PLAN: Kind<PracticePlanInput, Kept<PracticePlanInput>> = {
  ...KIND['practice-plan'],
  orderedBy: 'startsOn',
  require: validatePracticePlanInput,
};
