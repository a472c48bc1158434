import { type ClubInput, type Kept } from '@lotrecht/records';
import { CLUB_GROUPS } from '../../words/words.ts';
import { type RecordKind } from '../record-kind.ts';

/** A club of a student's bag. */
export type Club = Kept<ClubInput>;

export const CLUB: RecordKind<ClubInput, Club> = {
  name: 'club',
  path: 'clubs',
  toInput: ({ revision, studentId, name, clubGroup }) => ({ revision, studentId, name, clubGroup }),
  rows: ({ name, clubGroup }) => [
    { label: 'Name', text: name },
    { label: 'Group', text: CLUB_GROUPS[clubGroup] },
  ],
};
