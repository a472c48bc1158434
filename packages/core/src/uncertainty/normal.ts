import erfc from '@stdlib/math-base-special-erfc';

/**
 * Lower tail Φ(z) of the standard normal distribution, computed as a tail and never as 1 − something.
 *
 * @param z any number; ±Infinity give 0 and 1
 * @returns probability in [0, 1]; relative error below 1e-12 down to z = −37.5, where doubles become subnormal
 * @example normalLowerTail(-1.959963984540054) // 0.025
 */
export function normalLowerTail(z: number): number {
  return 0.5 * erfc(-z * Math.SQRT1_2);
}

/**
 * Upper tail 1 − Φ(z), computed as Φ(−z).
 *
 * @example normalUpperTail(1.959963984540054) // 0.025
 */
export function normalUpperTail(z: number): number {
  return normalLowerTail(-z);
}
