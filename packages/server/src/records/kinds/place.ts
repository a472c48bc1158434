import { requirePlace } from '@lotrecht/judging';
import { type PlaceInput, type PlaceView } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Places belong to the academy: every instructor of it stands on the same ground. */
export const PLACE: Kind<PlaceInput, PlaceView> = {
  name: 'place',
  table: 'place',
  path: 'places',
  owner: 'academy',
  plural: 'places',
  fields: { name: 'plain', kind: 'plain', marks: 'json' },
  orderedBy: 'name',
  require: requirePlace,
};
