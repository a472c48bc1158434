import { RefusedInput, requireMeasured, type Setup } from '@lotrecht/core';
import { type CheckDocument } from '@lotrecht/records';
import { toCoreUnits } from '../units/si.ts';

/** What of a check, or of one before it, has to be measurable. */
type Measured = Pick<CheckDocument, 'targetLine' | 'readdressSdDeg' | 'observations'>;

/**
 * Whether readings can have been measured. What was kept before that was asked may not: it stays readable, and counts
 * for nothing that is told of another check.
 *
 * @example isMeasured({ targetLine: {}, observations: [{ line: 'face', by: 'square', heelGapMm: 4, toeGapMm: 1, baseMm: 750 }] }) // false
 */
export function isMeasured({ targetLine, readdressSdDeg, observations }: Measured): boolean {
  try {
    requireMeasured(
      toCoreUnits({
        targetLine,
        ...(readdressSdDeg !== undefined && { readdressSdDeg }),
        observations,
      }) as Setup,
    );
    return true;
  } catch (error) {
    if (!(error instanceof RefusedInput)) throw error;
    return false;
  }
}

/** Days of which somebody may have a lesson, YYYY-MM-DD: the years 1900 to 2200. */
export function isLessonDay(date: string): boolean {
  return date >= '1900-01-01' && date <= '2200-12-31';
}
