import { choleskyRoot, inverse, type Matrix } from '../linear/cholesky.ts';
import { combinedParts, covarianceMatrix, type Parted, varianceOf } from './covariance.ts';

/** The mean of values that err together. */
export interface GeneralisedMean {
  /** 1ᵀV⁻¹y/1ᵀV⁻¹1. */
  readonly value: number;
  /** 1/1ᵀV⁻¹1. */
  readonly variance: number;
  /** What each counts; they sum to 1 and may be negative. */
  readonly weights: readonly number[];
}

/**
 * The mean by generalised least squares over the covariance of what the values share.
 *
 * @param parted at least one; where their covariance is singular, their plain mean is taken
 * @example generalisedMean([1, 3], [{ independentRad: 1, shared: [] }, { independentRad: 1, shared: [] }]).value // 2
 */
export function generalisedMean(values: readonly number[], parted: readonly Parted[]): GeneralisedMean {
  const rowSums = parted.every((p) => p.shared.length === 0)
    ? parted.map((p) => 1 / p.independentRad ** 2)
    : rowSumsOf(parted);
  if (rowSums === null) return plainMean(values, parted);
  const whole = rowSums.reduce((sum, w) => sum + w, 0);
  const weights = rowSums.map((w) => w / whole);
  return {
    value: weights.reduce((sum, w, i) => sum + w * (values[i] ?? 0), 0),
    variance: 1 / whole,
    weights,
  };
}

/** Where nothing tells them apart, as looks of one judge at somebody who steps in alike every time. */
function plainMean(values: readonly number[], parted: readonly Parted[]): GeneralisedMean {
  const weights = parted.map(() => 1 / parted.length);
  return {
    value: values.reduce((sum, value) => sum + value, 0) / values.length,
    variance: varianceOf(combinedParts(parted, weights)),
    weights,
  };
}

/** Below this share of a variance, what is left of it after the others is rounding. */
const LEAST_OWN_SHARE = 1e-10;

/** Row sums of V⁻¹; null where V is singular. */
function rowSumsOf(parted: readonly Parted[]): readonly number[] | null {
  const n = parted.length;
  const covariance = covarianceMatrix(parted);
  if (!isDefinite(covariance, n)) return null;
  const inverted = inverse(covariance, n);
  return parted.map((_, i) => {
    let sum = 0;
    for (let j = 0; j < n; j++) sum += inverted[i * n + j] as number;
    return sum;
  });
}

function isDefinite(covariance: Matrix, n: number): boolean {
  const diagonal = Array.from({ length: n }, (_, i) => covariance[i * n + i] as number);
  const root = choleskyRoot(covariance, n, Math.min(...diagonal) * LEAST_OWN_SHARE);
  return diagonal.every((_, i) => (root[i * n + i] as number) > 0);
}
