import {
  KIND,
  type StationPlanInput,
  type StationPlanView,
  validateStationPlanInput,
} from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Plans belong to the academy, as the places do that they are laid at. */
export const STATION_PLAN: Kind<StationPlanInput, StationPlanView> = {
  ...KIND['station-plan'],
  orderedBy: 'name',
  require: validateStationPlanInput,
};
