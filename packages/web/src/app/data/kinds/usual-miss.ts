import { type Kept, type UsualMissInput } from '@lotrecht/records';
import { missText } from '@lotrecht/words';
import { type RecordKind } from '../record-kind.ts';

/** Where a student’s balls usually go, as they said in a lesson. */
export type UsualMiss = Kept<UsualMissInput>;

export const USUAL_MISS: RecordKind<UsualMissInput, UsualMiss> = {
  name: 'usual-miss',
  path: 'usual-misses',
  toInput: ({ revision, studentId, lessonId, saidOn, note, miss }) => ({
    revision,
    studentId,
    ...(lessonId && { lessonId }),
    saidOn,
    ...(note && { note }),
    miss,
  }),
  rows: ({ note, miss }) => [
    { label: 'Usual miss', text: missText(miss) },
    { label: 'Clubs', text: miss.clubGroup ?? '' },
    { label: 'Contact', text: miss.contact ?? '' },
    { label: 'Note', text: note ?? '' },
  ],
};
