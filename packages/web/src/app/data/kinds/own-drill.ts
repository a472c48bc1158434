import { type OwnDrillInput, type Kept } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { recordKind } from '../record-kind.ts';

/** A drill of the academy’s own. */
export type OwnDrill = Kept<OwnDrillInput>;

export const OWN_DRILL = recordKind<OwnDrillInput, OwnDrill>(KIND['own-drill'], ({ name, drill }) => [
  { label: 'Name', text: name },
  { label: 'Steps', text: drill.steps.join(' ') },
]);
