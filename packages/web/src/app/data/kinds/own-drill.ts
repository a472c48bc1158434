import { type OwnDrillInput, type Kept } from '@lotrecht/records';
import { type RecordKind } from '../record-kind.ts';

/** A drill of the academy’s own. */
export type OwnDrill = Kept<OwnDrillInput>;

export const OWN_DRILL: RecordKind<OwnDrillInput, OwnDrill> = {
  name: 'own-drill',
  path: 'own-drills',
  toInput: ({ revision, name, drill }) => ({ revision, name, drill }),
  rows: ({ name, drill }) => [
    { label: 'Name', text: name },
    { label: 'Steps', text: drill.steps.join(' ') },
  ],
};
