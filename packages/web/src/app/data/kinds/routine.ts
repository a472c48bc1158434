import { type Kept, type RoutineInput } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { stepTitle } from '@lotrecht/words';
import { recordKind } from '../record-kind.ts';

/** A recorded walk-in. */
export type Routine = Kept<RoutineInput>;

export const ROUTINE = recordKind<RoutineInput, Routine>(KIND.routine, ({ note, recording }) => [
  { label: 'Note', text: note ?? '' },
  {
    label: 'Taps',
    text: recording.events
      .map(({ deed, struck }) => `${stepTitle(deed)}${struck === true ? ' (struck out)' : ''}`)
      .join(', '),
  },
]);
