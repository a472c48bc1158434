import { KIND, type EyeOnScreenInput, type Kept, validateEyeOnScreenInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** What an instructor’s eye answered to pictures: kept apart from what it said on the tee. */
export const EYE_ON_SCREEN: Kind<EyeOnScreenInput, Kept<EyeOnScreenInput>> = {
  ...KIND['eye-on-screen'],
  orderedBy: 'startedAt',
  require: validateEyeOnScreenInput,
};
