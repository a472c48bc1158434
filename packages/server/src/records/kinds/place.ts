import { type PlaceInput, type PlaceView, requirePlace } from '@lotrecht/contract';
import { type Kind } from '../kind.ts';

/** Places belong to the academy: every instructor of it stands on the same ground. */
export const PLACE: Kind<PlaceInput, PlaceView> = {
  table: 'place',
  path: 'places',
  plural: 'places',
  fields: { name: 'plain', kind: 'plain', marks: 'json' },
  orderedBy: 'name',
  require: requirePlace,
  toRow: (_id, { name, kind, marks }) => ({ name, kind, marks }),
  toView: (row) => row as unknown as PlaceView,
  inFiles: {
    field: 'marks',
    require: ({ name, kind, marks }) => requirePlace({ revision: 0, name, kind, marks }),
  },
};
