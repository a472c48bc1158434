/** Two-sided 95 % of a normal distribution: the half-width shown after ± is so many standard uncertainties. */
export const COVERAGE_FACTOR = 1.959964;
