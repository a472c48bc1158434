import { type HandOutInput } from '@lotrecht/contract';
import { keepOnDevice } from './on-device.ts';

/** What was typed into a hand-out and not kept. */
export type HandOutDraft = Pick<HandOutInput, 'drillId' | 'dose' | 'own' | 'junior'> & {
  /** Absent in drafts of earlier versions. */
  readonly studentId?: string;
};

const PREFIX = 'lotrecht-hand-out-';
const key = (checkId: string): string => `${PREFIX}${checkId}`;

function readAt(name: string): HandOutDraft | null {
  try {
    return JSON.parse(localStorage.getItem(name) ?? 'null') as HandOutDraft | null;
  } catch {
    // Written by another version: what is kept on the server stands.
    return null;
  }
}

/** What was typed for a check on this device, or null. */
export function readHandOutDraft(checkId: string): HandOutDraft | null {
  return readAt(key(checkId));
}

/** Kept at every key until the server has it. */
export function keepHandOutDraft(checkId: string, draft: HandOutDraft): void {
  keepOnDevice(key(checkId), JSON.stringify(draft));
}

/** The server has it. */
export function dropHandOutDraft(checkId: string): void {
  localStorage.removeItem(key(checkId));
}

/** Lets go of everything typed about students who were erased. */
export function dropHandOutDraftsOf(studentIds: readonly string[]): void {
  const erased = new Set(studentIds);
  const names = Object.keys(localStorage).filter((name) => name.startsWith(PREFIX));
  for (const name of names) {
    const studentId = readAt(name)?.studentId;
    if (studentId !== undefined && erased.has(studentId)) localStorage.removeItem(name);
  }
}
