import { type PlaceInput } from '@lotrecht/contract';
import { type TypedMark } from './new-mark.ts';
import { keepOnDevice } from '../../drafts/on-device.ts';

/** A place as it was typed and not yet kept: it survives a reload. One at a time; no person is named in it. */
export interface PlaceDraft extends PlaceInput {
  readonly id: string;
  readonly isNew: boolean;
  /** The mark that was being typed. */
  readonly typed: TypedMark;
}

const KEY = 'lotrecht-place-draft';

export function keepPlaceDraft(draft: PlaceDraft): void {
  keepOnDevice(KEY, JSON.stringify(draft));
}

export function readPlaceDraft(): PlaceDraft | null {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? 'null') as PlaceDraft | null;
  } catch {
    // Written by another version: start over.
    return null;
  }
}

export function dropPlaceDraft(): void {
  localStorage.removeItem(KEY);
}
