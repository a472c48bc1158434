import { type CheckView } from '@lotrecht/records';
import { lessonDifferences, type LineDifference, type ReadSetup } from './lesson-differences.ts';
import { solveReadable } from './solve-readable.ts';

/**
 * How shoulders and eyes moved with a look at the target: what was read after it against what was read before it.
 *
 * @param before the set-up as it was read
 * @param after the same, read once more after the look
 * @example lookDriftOf({ document: { format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, observations: [{ line: 'eyes', by: 'eye', readingDeg: 1 }] }, result: { lines: {} } }, { document: { format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, observations: [{ line: 'eyes', by: 'eye', readingDeg: 9 }] }, result: { lines: {} } }) // []
 */
export function lookDriftOf(before: ReadSetup, after: ReadSetup): readonly LineDifference[] {
  // The student stands, and the string lies, as before: unless a line was read again in another hold.
  const sameStand = (['shoulders', 'eyes'] as const).every(
    (line) => after.result.lines[line] === undefined || holdsOf(before, line) === holdsOf(after, line),
  );
  return lessonDifferences([before], [after], sameStand);
}

/**
 * Whether looking at the target moved the body of a kept check, more than chance would.
 *
 * @example looksAway({ document: { format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, observations: [{ line: 'eyes', by: 'eye', readingDeg: 1 }] }, result: { lines: {} }, record: null }) // false
 */
export function looksAway({
  document,
  result,
  record,
}: Pick<CheckView, 'document' | 'result' | 'record'>): boolean {
  const afterLook = record?.afterLook;
  if (afterLook === undefined) return false;
  const after = solveReadable(afterLook, { answer: 'tape' });
  if (after.document === null || after.result === null) return false;
  return lookDriftOf({ document, result }, { document: after.document, result: after.result }).some(
    ({ real }) => real,
  );
}

/** In which holds a line was read. */
function holdsOf({ document }: ReadSetup, line: string): string {
  return document.observations
    .filter((observation) => observation.line === line)
    .map(({ hold }) => hold ?? 1)
    .join();
}
