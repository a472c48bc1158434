import { KIND, type OwnDrillInput, type Kept, validateOwnDrillInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Own drills belong to the academy: what one instructor has written, the others can give. */
export const OWN_DRILL: Kind<OwnDrillInput, Kept<OwnDrillInput>> = {
  ...KIND['own-drill'],
  orderedBy: 'name',
  require: validateOwnDrillInput,
};
