import { type Kept, type PracticeDoneInput } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { walkInsText } from '../../words/practice-words.ts';
import { recordKind } from '../record-kind.ts';

/** What a student has practised. */
export type PracticeDone = Kept<PracticeDoneInput>;

export const PRACTICE_DONE = recordKind<PracticeDoneInput, PracticeDone>(
  KIND['practice-done'],
  ({ doneOn, note, practice }) => [
    { label: 'Day', text: doneOn },
    { label: 'Walk-ins', text: walkInsText(practice) },
    { label: 'How odd it felt', text: practice.oddness === undefined ? '' : String(practice.oddness) },
    { label: 'Note', text: note ?? '' },
  ],
);
