/**
 * Root of the sum of squares of independent standard uncertainties (GUM 5.1.2 with unit sensitivities).
 *
 * @example inQuadrature(3, 4) // 5
 */
export function inQuadrature(...parts: readonly number[]): number {
  return Math.hypot(...parts);
}
