import { normalLowerTail, normalUpperTail } from './normal.ts';

/** A permitted interval of the handed azimuth, rad: [lo, hi] with lo < hi. */
export type Tolerance = readonly [lo: number, hi: number];

/** Probabilities that a true value lies in, below and above a tolerance; each computed as a tail. */
export interface Conformity {
  readonly conformanceProbability: number;
  readonly belowProbability: number;
  readonly aboveProbability: number;
}

/** When a probability is called in or out; a method's setting. */
export interface DecisionLimits {
  /** At or above it the line is in. Default 0.95. */
  readonly inProbability: number;
  /** At or below it, with one tail at or above 1 − it, the line is out. Default 0.05. */
  readonly outProbability: number;
}

/** The shipped decision limits (JCGM 106, specific risk at most 5 %). */
export const DEFAULT_DECISION_LIMITS: DecisionLimits = { inProbability: 0.95, outProbability: 0.05 };

/** In, out, or cannot be told with these readings. */
export type Verdict = 'in' | 'out' | 'cannot-tell';

/**
 * Conformance probability p = Φ((hi − φ)/u) − Φ((lo − φ)/u) and the two tails (JCGM 106, 7.2).
 *
 * @param value φ, rad
 * @param standardUncertainty u > 0, rad
 * @example conformity(0, 1, [-1.959963984540054, 1.959963984540054]).conformanceProbability // 0.95
 */
export function conformity(value: number, standardUncertainty: number, [lo, hi]: Tolerance): Conformity {
  const zLo = (lo - value) / standardUncertainty;
  const zHi = (hi - value) / standardUncertainty;
  const belowProbability = normalLowerTail(zLo);
  const aboveProbability = normalUpperTail(zHi);
  // The difference is taken in the tail where both terms are small, so nothing cancels far out.
  const conformanceProbability =
    zLo > 0
      ? normalUpperTail(zLo) - aboveProbability
      : zHi < 0
        ? normalLowerTail(zHi) - belowProbability
        : 1 - belowProbability - aboveProbability;
  return {
    conformanceProbability: Math.max(0, conformanceProbability),
    belowProbability,
    aboveProbability,
  };
}

/**
 * The verdict on a line.
 *
 * @example verdictOf(conformity(0, 1, [-3, 3]), DEFAULT_DECISION_LIMITS) // 'in'
 */
export function verdictOf(c: Conformity, limits: DecisionLimits): Verdict {
  if (c.conformanceProbability >= limits.inProbability) return 'in';
  const oneTail = Math.max(c.belowProbability, c.aboveProbability) >= 1 - limits.outProbability;
  return c.conformanceProbability <= limits.outProbability && oneTail ? 'out' : 'cannot-tell';
}
