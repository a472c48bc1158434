import { type OwnDrillInput, type Kept, validateOwnDrillInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Own drills belong to the academy: what one instructor has written, the others can give. */
export const OWN_DRILL: Kind<OwnDrillInput, Kept<OwnDrillInput>> = {
  name: 'own-drill',
  table: 'own_drill',
  path: 'own-drills',
  owner: 'academy',
  plural: 'own drills',
  fields: { name: 'plain', drill: 'json' },
  orderedBy: 'name',
  require: validateOwnDrillInput,
};
