import { type LineDifference } from '@lotrecht/judging';
import { COVERAGE_FACTOR, signWords } from '@lotrecht/core';
import { LINE_TITLES } from './words.ts';

/** A change with its uncertainty and whether it is more than chance. @example "Toes 4.9° toward open ± 5.6°: not shown." */
export function differenceText({ line, deltaDeg, uncertaintyDeg, real }: LineDifference): string {
  const [less, more] = signWords(line);
  const half = (COVERAGE_FACTOR * uncertaintyDeg).toFixed(1);
  const by = `${Math.abs(deltaDeg).toFixed(1)}° toward ${deltaDeg < 0 ? less : more}`;
  return `${LINE_TITLES[line]} ${by} ± ${half}°: ${real ? 'real.' : 'not shown.'}`;
}
