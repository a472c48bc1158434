import { type ClubInput, type Kept } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { CLUB_GROUPS } from '../../words/words.ts';
import { recordKind } from '../record-kind.ts';

/** A club of a student's bag. */
export type Club = Kept<ClubInput>;

export const CLUB = recordKind<ClubInput, Club>(KIND.club, ({ name, clubGroup }) => [
  { label: 'Name', text: name },
  { label: 'Group', text: CLUB_GROUPS[clubGroup] },
]);
