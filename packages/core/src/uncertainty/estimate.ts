/** A value with its standard uncertainty, any unit. */
export interface Estimate {
  readonly value: number;
  /** > 0, same unit as the value. */
  readonly standardUncertainty: number;
}
