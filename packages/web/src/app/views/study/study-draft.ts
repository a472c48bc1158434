import { type StudyReading } from '@lotrecht/judging';
import { type LineKey } from '../../words/words.ts';
import { keepOnDevice, readOnDevice } from '../../device/on-device.ts';

/** What was typed of a study and not used yet. Numbers only: no student, no name. */
export interface StudyDraft {
  readonly line: LineKey;
  readonly rod: boolean;
  /** Readings of each unchanged set-up; the last is being read. */
  readonly setups: readonly (readonly StudyReading[])[];
}

const KEY = 'lotrecht-study';

const FIRST: StudyDraft = { line: 'toes', rod: false, setups: [[]] };

/** The study as it was left on this device. */
export function readStudy(): StudyDraft {
  return { ...FIRST, ...(readOnDevice(KEY) as Partial<StudyDraft> | null) };
}

/** Keeps a study at every reading. */
export function keepStudy(draft: StudyDraft): void {
  keepOnDevice(KEY, JSON.stringify(draft));
}
