import { type ClubInput, type Kept, validateClubInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** A student's own clubs: what is checked with them is named as they name it. */
export const CLUB: Kind<ClubInput, Kept<ClubInput>> = {
  name: 'club',
  table: 'club',
  path: 'clubs',
  owner: 'student',
  plural: 'clubs',
  fields: { studentId: 'plain', name: 'plain', clubGroup: 'plain' },
  orderedBy: 'name',
  require: validateClubInput,
};
