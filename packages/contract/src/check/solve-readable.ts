import { type CheckDocument, type ResultDocument } from '../generated/types.ts';
import { DocumentRefused, type Refusal } from '../refusal/document-refused.ts';
import { type SolveOptions } from './solve-options.ts';
import { solveDocument } from './solve-document.ts';

/** What can be said of a check in which some readings may be impossible. */
export interface ReadableSolution {
  /** The readings that were solved, or null when none could be. */
  readonly document: CheckDocument | null;
  readonly result: ResultDocument | null;
  /** Refusals of readings that were left out; paths point into the document that was given. */
  readonly refusals: readonly Refusal[];
}

/**
 * Solves what can be solved while typing: a refused reading is named and left out, the others still speak.
 *
 * @example solveReadable({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, method: { id: 'first-lesson', version: 1 }, observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }] }).refusals // []
 */
export function solveReadable(document: CheckDocument, options: SolveOptions = {}): ReadableSolution {
  const refusals: Refusal[] = [];
  const readable = document.observations.filter((observation, index) => {
    try {
      solveDocument({ ...document, observations: [observation] }, { ...options, answer: 'tape' });
      return true;
    } catch (error) {
      if (!(error instanceof DocumentRefused)) throw error;
      refusals.push(
        ...error.refusals.map((r) => ({
          ...r,
          path: r.path.replace('/observations/0', `/observations/${index}`),
        })),
      );
      return false;
    }
  });
  const [first, ...others] = readable;
  if (first === undefined) return { document: null, result: null, refusals };
  const solved: CheckDocument = { ...document, observations: [first, ...others] };
  return { document: solved, result: solveDocument(solved, options), refusals };
}
