import { type Kept, type RoutineInput } from '@lotrecht/records';
import { stepTitle } from '@lotrecht/words';
import { type RecordKind } from '../record-kind.ts';

/** A recorded walk-in. */
export type Routine = Kept<RoutineInput>;

export const ROUTINE: RecordKind<RoutineInput, Routine> = {
  name: 'routine',
  path: 'routines',
  toInput: ({ revision, studentId, lessonId, heldOn, startedAt, note, recording }) => ({
    revision,
    studentId,
    ...(lessonId && { lessonId }),
    heldOn,
    startedAt,
    ...(note && { note }),
    recording,
  }),
  rows: ({ note, recording }) => [
    { label: 'Note', text: note ?? '' },
    {
      label: 'Taps',
      text: recording.events
        .map(({ deed, struck }) => `${stepTitle(deed)}${struck === true ? ' (struck out)' : ''}`)
        .join(', '),
    },
  ],
};
