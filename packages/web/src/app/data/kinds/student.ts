import { type StudentInput, type StudentView } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { HAND_TITLES } from '../../words/words.ts';
import { recordKind } from '../record-kind.ts';

const millimetres = (mm: number | null | undefined): string =>
  mm === null || mm === undefined ? '' : `${mm} mm`;

export const STUDENT = recordKind<StudentInput, StudentView>(
  KIND.student,
  ({ name, handedness, minor, dominantEye, statureMm, shoeMm, notes }) => [
    { label: 'Name', text: name },
    { label: 'Plays', text: HAND_TITLES[handedness] },
    { label: 'Age', text: minor ? 'not of age' : 'of age' },
    {
      label: 'Sights with',
      text: dominantEye === null || dominantEye === undefined ? '' : `${dominantEye} eye`,
    },
    { label: 'Height', text: millimetres(statureMm) },
    { label: 'Shoe', text: millimetres(shoeMm) },
    { label: 'Notes', text: notes },
  ],
);
