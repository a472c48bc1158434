import { type Setup } from '@lotrecht/core';
import { type CheckDocument } from '@lotrecht/records';
import { judgedBy, onlyAsked } from '../method/judged-by.ts';
import { type SolveOptions } from './solve-options.ts';
import { toCoreUnits } from '../units/si.ts';

/**
 * A valid check document as core reads it: metres and radians, the method's parts written out.
 *
 * @throws DocumentRefused for a method that is not there
 * @example toSetup({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }] }).order // []
 */
export function toSetup(
  document: CheckDocument,
  { methods, rebase, answer, stored }: SolveOptions = {},
): Setup {
  const { handedness, targetLine, startLineDeg, readdressSdDeg, daySdDeg, statureMm, feet } = document;
  const { prior, earlier, observations } = document;
  return toCoreUnits({
    handedness,
    targetLine: rebase === undefined ? targetLine : { ...targetLine, found: rebase },
    ...(document.method === undefined
      ? judgedBy(document, methods)
      : onlyAsked(judgedBy(document, methods), observations)),
    ...(startLineDeg !== undefined && { startLineDeg }),
    ...(readdressSdDeg !== undefined && { readdressSdDeg }),
    ...(daySdDeg !== undefined && { daySdDeg }),
    ...(statureMm !== undefined && { statureMm }),
    ...(feet && { feet }),
    // The tape alone asks neither: a file of a hundred thousand checks would spend most of its time on them.
    ...(answer !== 'tape' && prior && { prior }),
    ...(answer !== 'tape' && earlier && { earlier }),
    ...(stored === true && { stored }),
    observations,
  }) as Setup;
}
