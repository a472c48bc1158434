import { type StationPlanInput, type StationPlanView, validateStationPlanInput } from '@lotrecht/contract';
import { type Kind } from '../kind.ts';

/** Plans belong to the academy, as the places do that they are laid at. */
export const STATION_PLAN: Kind<StationPlanInput, StationPlanView> = {
  table: 'station_plan',
  path: 'station-plans',
  plural: 'station plans',
  fields: { name: 'plain', placeId: 'plain', plan: 'json' },
  orderedBy: 'name',
  parents: { placeId: 'place' },
  require: validateStationPlanInput,
  toRow: (_id, { name, placeId, plan }) => ({ name, placeId, plan }),
  toView: (row) => row as unknown as StationPlanView,
  inFiles: {
    field: 'plan',
    require: ({ name, placeId, plan }) => validateStationPlanInput({ revision: 0, name, placeId, plan }),
  },
};
