import { RefusedInput, solveSetup } from '@lotrecht/core';
import { type CheckDocument, type ResultDocument, DocumentRefused, type Refusal } from '@lotrecht/records';
import { documentField } from '../units/si.ts';
import { type SolveOptions } from './solve-options.ts';
import { toResult } from './to-result.ts';
import { toSetup } from './to-setup.ts';

/**
 * A check document → its result document.
 *
 * @param document already valid by its schema
 * @throws DocumentRefused with the path and the unit the number was read in
 * @example solveDocument({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, method: { id: 'first-lesson', version: 1 }, observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }] }).fixFirst // null
 */
export function solveDocument(document: CheckDocument, options: SolveOptions = {}): ResultDocument {
  try {
    return toResult(solveSetup(toSetup(document, options), { answer: options.answer ?? 'kept' }));
  } catch (error) {
    throw error instanceof RefusedInput ? new DocumentRefused([toRefusal(error)]) : error;
  }
}

/** Core's refusal in the words and units of the document. */
export function toRefusal({ code, field, detail }: RefusedInput): Refusal {
  const { path, unit, toDocument } = documentField(field);
  const figure = (value: number): string => `${Number(toDocument(value).toPrecision(12))} ${unit}`.trim();
  const read =
    detail.read === undefined
      ? ''
      : `Read ${typeof detail.read === 'number' ? figure(detail.read) : detail.read}. `;
  const allowed =
    detail.least === undefined || detail.most === undefined
      ? ''
      : ` Type a value from ${figure(detail.least)} to ${figure(detail.most)}.`;
  return { code, path, message: `${read}${detail.advice}${allowed}` };
}
