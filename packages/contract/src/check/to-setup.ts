import { type Setup } from '@lotrecht/core';
import { type CheckDocument } from '../generated/types.ts';
import { judgedBy } from '../method/judged-by.ts';
import { type SolveOptions } from './solve-options.ts';
import { toCoreUnits } from '../units/si.ts';

/**
 * A valid check document as core reads it: metres and radians, the method's parts written out.
 *
 * @throws DocumentRefused for a method that is not there
 */
export function toSetup(document: CheckDocument, { methods, rebase }: SolveOptions = {}): Setup {
  const { handedness, targetLine, readdressSdDeg, feet, observations } = document;
  return toCoreUnits({
    handedness,
    targetLine: rebase === undefined ? targetLine : { ...targetLine, found: rebase },
    ...judgedBy(document, methods),
    ...(readdressSdDeg !== undefined && { readdressSdDeg }),
    ...(feet && { feet }),
    observations,
  }) as Setup;
}
