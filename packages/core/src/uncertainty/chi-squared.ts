import gammainc from '@stdlib/math-base-special-gammainc';

/**
 * Upper tail of the chi-squared distribution: the p-value of an observed χ².
 *
 * @param chiSquare observed value, ≥ 0
 * @param degreesOfFreedom > 0
 * @returns probability in [0, 1]; 1 for χ² = 0
 * @example chiSquaredUpperTail(3.841458820694124, 1) // 0.05
 */
export function chiSquaredUpperTail(chiSquare: number, degreesOfFreedom: number): number {
  return chiSquare <= 0 ? 1 : gammainc(chiSquare / 2, degreesOfFreedom / 2, true, true);
}
