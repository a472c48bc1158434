import { type StationPlanInput, type StationPlanView, validateStationPlanInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Plans belong to the academy, as the places do that they are laid at. */
export const STATION_PLAN: Kind<StationPlanInput, StationPlanView> = {
  name: 'station-plan',
  table: 'station_plan',
  path: 'station-plans',
  owner: 'academy',
  plural: 'station plans',
  fields: { name: 'plain', placeId: 'plain', plan: 'json' },
  orderedBy: 'name',
  parents: { placeId: 'place' },
  require: validateStationPlanInput,
};
