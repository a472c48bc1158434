import { type Kept, type UsualMissInput } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { missText } from '@lotrecht/words';
import { recordKind } from '../record-kind.ts';

/** Where a student’s balls usually go, as they said in a lesson. */
export type UsualMiss = Kept<UsualMissInput>;

export const USUAL_MISS = recordKind<UsualMissInput, UsualMiss>(KIND['usual-miss'], ({ note, miss }) => [
  { label: 'Usual miss', text: missText(miss) },
  { label: 'Clubs', text: miss.clubGroup ?? '' },
  { label: 'Contact', text: miss.contact ?? '' },
  { label: 'Note', text: note ?? '' },
]);
