import { type HandOutInput, type HandOutView } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { DRILLS } from '@lotrecht/paper';
import { recordKind } from '../record-kind.ts';

export const HAND_OUT = recordKind<HandOutInput, HandOutView>(
  KIND['hand-out'],
  ({ drillId, dose, own, junior }) => [
    { label: 'Drill', text: DRILLS.find(({ id }) => id === drillId)?.name ?? drillId },
    { label: 'How much', text: dose },
    { label: 'Own words', text: own },
    { label: 'Worded for', text: junior ? 'a junior' : 'an adult' },
  ],
);
