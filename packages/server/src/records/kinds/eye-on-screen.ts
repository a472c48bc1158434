import { type EyeOnScreenInput, type Kept, validateEyeOnScreenInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** What an instructor’s eye answered to pictures: kept apart from what it said on the tee. */
export const EYE_ON_SCREEN: Kind<EyeOnScreenInput, Kept<EyeOnScreenInput>> = {
  name: 'eye-on-screen',
  table: 'eye_on_screen',
  path: 'eye-on-screen',
  owner: 'instructor',
  plural: 'trainings of an eye on the screen',
  fields: { doneOn: 'plain', startedAt: 'plain', note: 'plain', pictures: 'json' },
  orderedBy: 'startedAt',
  require: validateEyeOnScreenInput,
};
