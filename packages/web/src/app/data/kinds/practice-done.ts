import { type Kept, type PracticeDoneInput } from '@lotrecht/records';
import { walkInsText } from '../../words/practice-words.ts';
import { type RecordKind } from '../record-kind.ts';

/** What a student has practised. */
export type PracticeDone = Kept<PracticeDoneInput>;

export const PRACTICE_DONE: RecordKind<PracticeDoneInput, PracticeDone> = {
  name: 'practice-done',
  path: 'practice-done',
  toInput: ({ revision, studentId, doneOn, startedAt, note, practice }) => ({
    revision,
    studentId,
    doneOn,
    startedAt,
    ...(note && { note }),
    practice,
  }),
  rows: ({ doneOn, note, practice }) => [
    { label: 'Day', text: doneOn },
    { label: 'Walk-ins', text: walkInsText(practice) },
    { label: 'How odd it felt', text: practice.oddness === undefined ? '' : String(practice.oddness) },
    { label: 'Note', text: note ?? '' },
  ],
};
