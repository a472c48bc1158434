import { type HandOutInput, type HandOutView } from '@lotrecht/records';
import { DRILLS } from '@lotrecht/paper';
import { type RecordKind } from '../record-kind.ts';

export const HAND_OUT: RecordKind<HandOutInput, HandOutView> = {
  name: 'hand-out',
  path: 'hand-outs',
  toInput: ({ revision, checkId, drillId, dose, own, junior }) => ({
    revision,
    checkId,
    drillId,
    dose,
    own,
    junior,
  }),
  rows: ({ drillId, dose, own, junior }) => [
    { label: 'Drill', text: DRILLS.find(({ id }) => id === drillId)?.name ?? drillId },
    { label: 'How much', text: dose },
    { label: 'Own words', text: own },
    { label: 'Worded for', text: junior ? 'a junior' : 'an adult' },
  ],
};
