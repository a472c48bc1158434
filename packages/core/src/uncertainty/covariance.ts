import { type Matrix } from '../linear/cholesky.ts';
import { type SharedPart } from './shared-part.ts';

/** Something that errs in parts: alone, and together with others under the keys they share. */
export interface Parted {
  /** Standard uncertainty of what it errs in alone, ≥ 0. */
  readonly independentRad: number;
  /** Each key at most once; a part may be negative where a weight is. */
  readonly shared: readonly SharedPart[];
}

/** The covariance of two different things: the products of the parts under the keys they share. */
export function covarianceOf(a: Parted, b: Parted): number {
  let sum = 0;
  for (const { key, uncertaintyRad } of a.shared) {
    for (const other of b.shared) if (other.key === key) sum += uncertaintyRad * other.uncertaintyRad;
  }
  return sum;
}

/** The variance: what it errs in alone and all its parts. */
export function varianceOf(a: Parted): number {
  let sum = a.independentRad ** 2;
  for (const { uncertaintyRad } of a.shared) sum += uncertaintyRad ** 2;
  return sum;
}

/**
 * The covariance of several readings or lines. Repeats, holds, turn and posterior are all built from it.
 *
 * @example [...covarianceMatrix([{ independentRad: 1, shared: [{ key: 'judge', uncertaintyRad: 2 }] }, { independentRad: 0, shared: [{ key: 'judge', uncertaintyRad: 3 }] }])] // [5, 6, 6, 9]
 */
export function covarianceMatrix(parted: readonly Parted[]): Matrix {
  const n = parted.length;
  const matrix = new Float64Array(n * n);
  parted.forEach((a, i) => {
    matrix[i * n + i] = varianceOf(a);
    for (let j = 0; j < i; j++) {
      const b = parted[j] as Parted;
      matrix[i * n + j] = matrix[j * n + i] = a.shared.length === 0 ? 0 : covarianceOf(a, b);
    }
  });
  return matrix;
}

/** A part times a factor, under the same key. */
export function scaled({ key, uncertaintyRad }: SharedPart, factor: number): SharedPart {
  return { key, uncertaintyRad: uncertaintyRad * factor };
}

/**
 * What a weighted sum errs in, by the same keys.
 *
 * @param weights one for each, of any sign
 */
export function combinedParts(parted: readonly Parted[], weights: readonly number[]): Parted {
  let independentVariance = 0;
  const shared = new Map<string, number>();
  parted.forEach((part, i) => {
    const weight = weights[i] ?? 0;
    independentVariance += (weight * part.independentRad) ** 2;
    for (const { key, uncertaintyRad } of part.shared) {
      shared.set(key, (shared.get(key) ?? 0) + weight * uncertaintyRad);
    }
  });
  return {
    independentRad: Math.sqrt(independentVariance),
    shared: [...shared].map(([key, uncertaintyRad]) => ({ key, uncertaintyRad })),
  };
}
