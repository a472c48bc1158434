import { type LineBudget, lineBudgets, metresFromMillimetres } from '@lotrecht/core';
import { type CheckDocument, type Rebase } from '@lotrecht/records';
import { toSetup } from './to-setup.ts';

/** What lies at hand, and what was found out about the line afterwards. */
export interface BudgetGround {
  readonly rebase?: Rebase | undefined;
  /** The rod that can be held across; absent without one. */
  readonly rodMm?: number | undefined;
}

/**
 * What the tape's u of each line that was read is made of, and what would halve it.
 *
 * @example budgetsOfCheck({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, observations: [{ line: 'hips', by: 'angle', readingDeg: 1 }] }, {})[0].shares[0].source // 'gauge'
 */
export function budgetsOfCheck(
  document: CheckDocument,
  { rebase, rodMm }: BudgetGround,
): readonly LineBudget[] {
  const rodM = rodMm === undefined ? undefined : metresFromMillimetres(rodMm);
  return lineBudgets(toSetup(document, { rebase, answer: 'tape' }), rodM);
}
