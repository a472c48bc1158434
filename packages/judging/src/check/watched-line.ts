import { type LineName } from '@lotrecht/core';
import { firstOf } from '@lotrecht/words';
import { type CheckRecord, type LineResult, type ResultDocument } from '@lotrecht/records';

/** A set-up as it was kept. */
export interface KeptSetup {
  readonly result: ResultDocument;
  readonly record: CheckRecord | null;
}

/** A line to watch with the reading that named it. */
export interface Watched {
  readonly line: LineName;
  readonly result: LineResult;
}

/**
 * What the cold set-ups of a lesson leave to watch: the instructor's own choice, else the line that comes first; of
 * several set-ups the newest that says something.
 *
 * @param setups newest first
 * @returns null where nothing stood out
 * @example watchedLine([]) // null
 */
export function watchedLine(setups: readonly KeptSetup[]): Watched | null {
  const first = (of: (setup: KeptSetup) => LineName | null | undefined): Watched | null => {
    for (const setup of setups) {
      const line = of(setup) ?? null;
      const result = line === null ? undefined : setup.result.lines[line];
      if (line !== null && result !== undefined) return { line, result };
    }
    return null;
  };
  return first((s) => s.record?.priority) ?? first((s) => firstOf(s.result).line);
}
