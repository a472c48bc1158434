import { requirePlace } from '@lotrecht/judging';
import { KIND, type PlaceInput, type PlaceView } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Places belong to the academy: every instructor of it stands on the same ground. */
export const PLACE: Kind<PlaceInput, PlaceView> = {
  ...KIND.place,
  require: requirePlace,
};
