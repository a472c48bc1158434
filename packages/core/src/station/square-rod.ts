import { TAPE_DIVISION_M } from '../defaults/tape.ts';
import { RANGES, requirePositive } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';

/** The triangle that the square rod makes with the target rod, m. */
export interface SquareTriangle {
  /** From the corner along the target rod. */
  readonly alongM: number;
  /** From the corner along the square rod. */
  readonly acrossM: number;
  /** Between the two free ends. */
  readonly diagonalM: number;
  /** Division of the tape, m. Default 5 mm. */
  readonly resolutionM?: number;
}

/** How far a square rod is from square. */
export interface Squareness {
  /** Corner minus 90°, rad; positive = the corner is too wide. */
  readonly errorRad: number;
  readonly standardUncertaintyRad: number;
  /** What the diagonal measures when the corner is square, m. */
  readonly squareDiagonalM: number;
}

/**
 * The corner of a square rod from three sides, by the law of cosines, first-order propagation of the three readings.
 *
 * @throws RefusedInput for sides that make no triangle
 * @example squareness({ alongM: 0.8, acrossM: 0.6, diagonalM: 1 }).errorRad // 0
 */
export function squareness(triangle: SquareTriangle): Squareness {
  const a = requirePositive('alongM', triangle.alongM, RANGES.baseM);
  const b = requirePositive('acrossM', triangle.acrossM, RANGES.baseM);
  const c = requirePositive('diagonalM', triangle.diagonalM, RANGES.baseM);
  if (c >= a + b || c <= Math.abs(a - b)) {
    throw new RefusedInput('out-of-range', 'diagonalM', {
      read: c,
      least: Math.abs(a - b),
      most: a + b,
      advice: 'These three sides make no triangle. Read them again.',
    });
  }
  const u =
    requirePositive('resolutionM', triangle.resolutionM ?? TAPE_DIVISION_M, RANGES.smallLengthM) /
    Math.sqrt(12);
  const cosine = (a * a + b * b - c * c) / (2 * a * b);
  const sine = Math.sqrt(1 - cosine * cosine);
  const perSide = [a - b * cosine, b - a * cosine, c];
  return {
    // asin keeps the small angle that acos − 90° would lose; + 0 turns −0 into 0.
    errorRad: -Math.asin(cosine) + 0,
    standardUncertaintyRad: (u * Math.hypot(...perSide)) / (a * b * sine),
    squareDiagonalM: Math.hypot(a, b),
  };
}
