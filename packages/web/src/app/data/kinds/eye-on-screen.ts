import { type EyeOnScreenInput, type Kept } from '@lotrecht/records';
import { type RecordKind } from '../record-kind.ts';

/** What an instructor’s own eye answered to pictures. */
export type EyeOnScreen = Kept<EyeOnScreenInput>;

export const EYE_ON_SCREEN: RecordKind<EyeOnScreenInput, EyeOnScreen> = {
  name: 'eye-on-screen',
  path: 'eye-on-screen',
  toInput: ({ revision, doneOn, startedAt, note, pictures }) => ({
    revision,
    doneOn,
    startedAt,
    ...(note && { note }),
    pictures,
  }),
  rows: ({ doneOn, note, pictures }) => [
    { label: 'Day', text: doneOn },
    { label: 'Pictures', text: String(pictures.trials.length) },
    { label: 'Note', text: note ?? '' },
  ],
};
