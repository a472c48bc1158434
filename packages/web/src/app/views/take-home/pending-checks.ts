import { type SelfCheckInput, type StudentLinkPage } from '@lotrecht/records';
import { type TypedSelfCheck } from './typed-self-check.ts';
import { keepOnDevice } from '../../device/on-device.ts';

/** A self-check that has not got through yet; its id is the same at every try. */
export interface PendingCheck {
  readonly id: string;
  readonly input: SelfCheckInput;
}

/** What a student's phone keeps: the page as it was last seen, and what is still to be sent. */
export interface KeptPage {
  readonly token: string;
  readonly page: StudentLinkPage | null;
  readonly pending: readonly PendingCheck[];
  /** Typed and not sent yet; null: nothing. */
  readonly typed: TypedSelfCheck | null;
}

const KEY = 'lotrecht-take-home';

/** What is kept for a link; nothing of another one is shown. */
export function readKept(token: string): KeptPage {
  const empty: KeptPage = { token, page: null, pending: [], typed: null };
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as KeptPage | null;
    return kept?.token === token ? { ...empty, ...kept } : empty;
  } catch {
    // Written by another version: what is on the server comes again.
    return empty;
  }
}

/** Keeps the page and what is to be sent. */
export function keep(kept: KeptPage): void {
  keepOnDevice(KEY, JSON.stringify(kept));
}

/** A link that opens nothing any more leaves nothing behind. */
export function forget(): void {
  localStorage.removeItem(KEY);
}
