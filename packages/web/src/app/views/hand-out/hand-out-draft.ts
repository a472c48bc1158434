import { type HandOutInput } from '@lotrecht/contract';

/** What was typed into a hand-out and not kept. */
export type HandOutDraft = Pick<HandOutInput, 'drillId' | 'dose' | 'own' | 'junior'>;

const key = (checkId: string): string => `lotrecht-hand-out-${checkId}`;

/** What was typed for a check on this device, or null. */
export function readHandOutDraft(checkId: string): HandOutDraft | null {
  try {
    return JSON.parse(localStorage.getItem(key(checkId)) ?? 'null') as HandOutDraft | null;
  } catch {
    // Written by another version: what is kept on the server stands.
    return null;
  }
}

/** Kept at every key until the server has it. */
export function keepHandOutDraft(checkId: string, draft: HandOutDraft): void {
  localStorage.setItem(key(checkId), JSON.stringify(draft));
}

/** The server has it. */
export function dropHandOutDraft(checkId: string): void {
  localStorage.removeItem(key(checkId));
}
