import { type LineName } from '@lotrecht/core';
import { type CheckRecord, type ResultDocument } from '../generated/types.ts';

/** A set-up as it was kept. */
export interface KeptSetup {
  readonly result: ResultDocument;
  readonly record: CheckRecord | null;
}

/**
 * The line that the cold set-ups of a lesson leave to watch: the instructor's own choice, else what is out, else what
 * is likely out; of several set-ups the newest that says something.
 *
 * @param setups newest first
 * @returns null where nothing stood out
 * @example watchedLine([]) // null
 */
export function watchedLine(setups: readonly KeptSetup[]): LineName | null {
  const first = (of: (setup: KeptSetup) => LineName | null | undefined): LineName | null => {
    for (const setup of setups) {
      const line = of(setup);
      if (line !== null && line !== undefined && setup.result.lines[line] !== undefined) return line;
    }
    return null;
  };
  return (
    first((s) => s.record?.priority) ?? first((s) => s.result.fixFirst) ?? first((s) => s.result.likelyFirst)
  );
}
