import { type AzimuthEstimate } from '../observation/observation.ts';
import { combine, type CombinedEstimate, type Estimate } from '../uncertainty/combine.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';

/** One reading of a line with the hold it was taken in. */
export interface HeldEstimate extends AzimuthEstimate {
  readonly hold: number;
}

/** A line's combined reading. */
export interface CombinedLine extends CombinedEstimate {
  /** How many holds the line was read in. */
  readonly holds: number;
}

function toEstimate(e: AzimuthEstimate): Estimate {
  return { value: e.handedAzimuthRad, standardUncertainty: e.standardUncertaintyRad };
}

/**
 * Repeated readings of one line as one: within each hold first, then across holds with the re-address spread s_r
 * added to each hold's u, because the student steps back in differently.
 *
 * @param estimates at least one
 * @param readdressSdRad s_r, rad
 */
export function combineLine(estimates: readonly HeldEstimate[], readdressSdRad: number): CombinedLine {
  const [first] = estimates;
  if (first !== undefined && estimates.length === 1) {
    const { value, standardUncertainty } = toEstimate(first);
    return { value, standardUncertainty, birgeRatio: 1, holds: 1 };
  }
  const byHold = new Map<number, Estimate[]>();
  for (const e of estimates) byHold.set(e.hold, [...(byHold.get(e.hold) ?? []), toEstimate(e)]);
  const withinHolds = [...byHold.values()].map(combine);
  const [only] = withinHolds;
  if (only !== undefined && withinHolds.length === 1) return { ...only, holds: 1 };
  const acrossHolds = withinHolds.map(({ value, standardUncertainty }) => ({
    value,
    standardUncertainty: inQuadrature(standardUncertainty, readdressSdRad),
  }));
  return { ...combine(acrossHolds), holds: withinHolds.length };
}
