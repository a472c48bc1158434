import { type AzimuthEstimate } from '../observation/observation.ts';
import { type Estimate, weightedMean } from '../uncertainty/combine.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';

/** One reading of a line with the hold it was taken in. */
export interface HeldEstimate extends AzimuthEstimate {
  readonly hold: number;
}

/**
 * Readings of a line as they will count, before their scatter is known: within each hold by inverse variance, then
 * across holds with the re-address spread on each.
 *
 * @param readings at least one
 * @param readdressSdRad s_r, rad
 */
export function overHolds(readings: readonly HeldEstimate[], readdressSdRad: number): Estimate {
  const byHold = groupByHold(readings);
  const stands = [...byHold.values()].map(weightedMean);
  const [only] = stands;
  if (only !== undefined && stands.length === 1) return only;
  return weightedMean(
    stands.map(({ value, standardUncertainty }) => ({
      value,
      standardUncertainty: inQuadrature(standardUncertainty, readdressSdRad),
    })),
  );
}

function groupByHold(readings: readonly HeldEstimate[]): ReadonlyMap<number, readonly Estimate[]> {
  const byHold = new Map<number, Estimate[]>();
  for (const { hold, handedAzimuthRad: value, standardUncertaintyRad: standardUncertainty } of readings) {
    byHold.set(hold, [...(byHold.get(hold) ?? []), { value, standardUncertainty }]);
  }
  return byHold;
}
