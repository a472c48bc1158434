/** A value with its standard uncertainty, any unit. */
export interface Estimate {
  readonly value: number;
  /** > 0, same unit as the value. */
  readonly standardUncertainty: number;
}

/** Several estimates of one quantity as one, with how well they agree. */
export interface CombinedEstimate extends Estimate {
  /** max(1, √(χ²/(n−1))); 1 for a single reading. Above 1 the readings scatter more than they say. */
  readonly birgeRatio: number;
}

/**
 * Inverse-variance mean x̄ = Σ(x/u²)/Σ(1/u²), u² = 1/Σ(1/u²), not inflated.
 *
 * @param estimates at least one, each u > 0
 * @example weightedMean([{ value: 1, standardUncertainty: 1 }, { value: 3, standardUncertainty: 1 }]).value // 2
 */
export function weightedMean(estimates: readonly Estimate[]): Estimate {
  let weightSum = 0;
  let weightedSum = 0;
  for (const { value, standardUncertainty } of estimates) {
    const weight = 1 / standardUncertainty ** 2;
    weightSum += weight;
    weightedSum += weight * value;
  }
  return { value: weightedSum / weightSum, standardUncertainty: Math.sqrt(1 / weightSum) };
}

/**
 * χ² of estimates about a value.
 *
 * @example chiSquareAbout(0, [{ value: 2, standardUncertainty: 1 }]) // 4
 */
export function chiSquareAbout(value: number, estimates: readonly Estimate[]): number {
  return estimates.reduce((sum, e) => sum + ((e.value - value) / e.standardUncertainty) ** 2, 0);
}

/**
 * Combines repeated readings and inflates u by the Birge ratio where they scatter more than their u says.
 *
 * @param estimates at least one, each u > 0
 * @example combine([{ value: 0, standardUncertainty: 1 }, { value: 4, standardUncertainty: 1 }]).birgeRatio // 2.8284271247461903
 */
export function combine(estimates: readonly Estimate[]): CombinedEstimate {
  const [first] = estimates;
  if (first !== undefined && estimates.length === 1) return { ...first, birgeRatio: 1 };
  const mean = weightedMean(estimates);
  const birgeRatio = Math.max(1, Math.sqrt(chiSquareAbout(mean.value, estimates) / (estimates.length - 1)));
  return { value: mean.value, standardUncertainty: mean.standardUncertainty * birgeRatio, birgeRatio };
}
