import { KIND, type ClubInput, type Kept, validateClubInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** A student's own clubs: what is checked with them is named as they name it. */
export const CLUB: Kind<ClubInput, Kept<ClubInput>> = {
  ...KIND.club,
  orderedBy: 'name',
  require: validateClubInput,
};
