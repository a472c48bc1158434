/**
 * Root of the sum of squares of independent standard uncertainties (GUM 5.1.2 with unit sensitivities).
 *
 * Uncertainties of a tee are between 1e-6 and 1, so no square leaves the range of doubles.
 *
 * @example inQuadrature(3, 4) // 5
 */
export function inQuadrature(a: number, b: number, c = 0): number {
  return Math.sqrt(a * a + b * b + c * c);
}
