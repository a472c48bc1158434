import { type HandOutInput, type PlaceInput } from '@lotrecht/records';
import { dropFromDevice, keysOnDevice, readOnDevice } from '../device/on-device.ts';

/** What earlier versions kept on a device of what was typed and not kept: taken over once, and gone from there. */

/** What was typed into a hand-out. */
export type HandOutDraft = Pick<HandOutInput, 'drillId' | 'dose' | 'own' | 'junior'> & {
  /** Absent in the oldest. */
  readonly studentId?: string;
};

/** A place as it was typed. */
export interface PlaceDraft extends PlaceInput {
  readonly id: string;
  readonly isNew: boolean;
}

const HAND_OUT = 'lotrecht-hand-out-';
const PLACE = 'lotrecht-place-draft';

function readAt<Draft>(name: string): Draft | null {
  return readOnDevice(name) as Draft | null;
}

function take<Draft>(name: string): Draft | null {
  const draft = readAt<Draft>(name);
  dropFromDevice(name);
  return draft;
}

/** What was typed for a check, or null. */
export function takeEarlierHandOut(checkId: string): HandOutDraft | null {
  return take(`${HAND_OUT}${checkId}`);
}

/** A new place that was typed, or null. */
export function takeEarlierPlace(): PlaceDraft | null {
  return readAt<PlaceDraft>(PLACE)?.isNew === true ? take(PLACE) : null;
}

/** Lets go of everything typed about students who were erased. */
export function dropHandOutDraftsOf(studentIds: readonly string[]): void {
  const erased = new Set(studentIds);
  const names = keysOnDevice().filter((name) => name.startsWith(HAND_OUT));
  for (const name of names) {
    const studentId = readAt<HandOutDraft>(name)?.studentId;
    if (studentId !== undefined && erased.has(studentId)) dropFromDevice(name);
  }
}
