import { type Setup } from '@lotrecht/core';
import { type CheckDocument, type MethodDocument } from '../generated/types.ts';
import { judgedBy } from '../method/judged-by.ts';
import { toCoreUnits } from '../units/si.ts';

/**
 * A valid check document as core reads it: metres and radians, the method's parts written out.
 *
 * @param methods where a method that it names is looked for; the shipped ones without
 * @throws DocumentRefused for a method that is not there
 */
export function toSetup(document: CheckDocument, methods?: readonly MethodDocument[]): Setup {
  const { handedness, targetLine, readdressSdDeg, feet, observations } = document;
  return toCoreUnits({
    handedness,
    targetLine,
    ...judgedBy(document, methods),
    ...(readdressSdDeg !== undefined && { readdressSdDeg }),
    ...(feet && { feet }),
    observations,
  }) as Setup;
}
