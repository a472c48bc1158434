import { type CheckDocument, type ResultDocument, DocumentRefused, type Refusal } from '@lotrecht/records';
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
  try {
    // By far the most usual case while typing: everything that is there can be read.
    return { document, result: solveDocument(document, options), refusals: [] };
  } catch (error) {
    if (!(error instanceof DocumentRefused)) throw error;
  }
  const refusals: Refusal[] = [];
  const readable = document.observations.filter((observation, index) => {
    const refused = refusalsOf({ ...document, observations: [observation] }, options);
    refusals.push(
      ...refused.map((r) => ({ ...r, path: r.path.replace('/observations/0', `/observations/${index}`) })),
    );
    return refused.length === 0;
  });
  const [first, ...others] = readable;
  if (first === undefined) return { document: null, result: null, refusals };
  const solved: CheckDocument = { ...document, observations: [first, ...others] };
  return { document: solved, result: solveDocument(solved, options), refusals };
}

function refusalsOf(document: CheckDocument, options: SolveOptions): readonly Refusal[] {
  try {
    solveDocument(document, { ...options, answer: 'tape' });
    return [];
  } catch (error) {
    if (!(error instanceof DocumentRefused)) throw error;
    return error.refusals;
  }
}
