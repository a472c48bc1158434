import { RANGES, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';

/** How the target line was laid. Absent parts count 0. */
export interface TargetLine {
  /** Distance between the two stakes of the string or the ends of the rod, m. */
  readonly stakeSeparationM?: number;
  /** Standard uncertainty of one stake across the line, m. Default 5 mm, only with a separation. */
  readonly stakeM?: number;
  /** Standard uncertainty of sighting the line on the target, rad. */
  readonly sightingRad?: number;
  /** Offset of the string from the ball line on the player's side, m; enters no angle. */
  readonly offsetM?: number;
}

/** Default standard uncertainty of one stake across the line, m. */
export const DEFAULT_STAKE_M = 0.005;

/**
 * u(T), the error that all lines of a check share: u² = (√2·u(stake)/separation)² + u(sighting)².
 *
 * @returns rad, ≥ 0
 * @throws RefusedInput
 * @example targetLineUncertainty({ stakeSeparationM: 6, sightingRad: 0.0034906585 }) // 0.00368423...
 */
export function targetLineUncertainty(line: TargetLine): number {
  const sighting = requireWithin('sightingRad', line.sightingRad ?? 0, RANGES.angleUncertaintyRad);
  if (line.offsetM !== undefined) requireWithin('offsetM', line.offsetM, RANGES.gapM);
  const stake = requireWithin('stakeM', line.stakeM ?? DEFAULT_STAKE_M, RANGES.lengthUncertaintyM);
  if (line.stakeSeparationM === undefined) return sighting;
  const separation = requirePositive('stakeSeparationM', line.stakeSeparationM, RANGES.separationM);
  return inQuadrature((Math.SQRT2 * stake) / separation, sighting);
}
