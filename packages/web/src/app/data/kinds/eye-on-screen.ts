import { type EyeOnScreenInput, type Kept } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { recordKind } from '../record-kind.ts';

/** What an instructor’s own eye answered to pictures. */
export type EyeOnScreen = Kept<EyeOnScreenInput>;

export const EYE_ON_SCREEN = recordKind<EyeOnScreenInput, EyeOnScreen>(
  KIND['eye-on-screen'],
  ({ doneOn, note, pictures }) => [
    { label: 'Day', text: doneOn },
    { label: 'Pictures', text: String(pictures.trials.length) },
    { label: 'Note', text: note ?? '' },
  ],
);
