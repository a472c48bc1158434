import { type CheckDocument } from '@lotrecht/records';
import { radiansFromDegrees, targetLineUncertainty } from '@lotrecht/core';
import { lineUncertaintyText } from '../../../ui/target-line-fields.ts';

/** The target line's share of every ± of a check. @example "± 1.0°" */
export function checkLineText({
  stakeSeparationM,
  stakeMm,
  sightingDeg,
}: CheckDocument['targetLine']): string {
  const uncertainty = targetLineUncertainty({
    ...(stakeSeparationM !== undefined && { stakeSeparationM }),
    ...(stakeMm !== undefined && { stakeM: stakeMm / 1000 }),
    ...(sightingDeg !== undefined && { sightingRad: radiansFromDegrees(sightingDeg) }),
  });
  return lineUncertaintyText(uncertainty);
}
