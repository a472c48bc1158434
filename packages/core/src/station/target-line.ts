import { STAKE_UNCERTAINTY_M } from '../defaults/target-line.ts';
import { RANGES, requireAngleUncertainty, requirePositive, requireWithin } from '../refusal/ranges.ts';
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
  /** Found wrong afterwards: every line of the check is corrected once. */
  readonly found?: FoundTurned;
}

/** What was found out about a target line after the check. */
export interface FoundTurned {
  /** How far the line that was laid is turned from the true one, rad, right positive. */
  readonly turnedRad: number;
  /** Standard uncertainty of the true line, rad, ≥ 0; it takes the place of that of the laid one. */
  readonly uncertaintyRad: number;
}

/**
 * u(T), the error that all lines of a check share: u² = (√2·u(stake)/separation)² + u(sighting)².
 *
 * @returns rad, ≥ 0
 * @throws RefusedInput
 * @example targetLineUncertainty({ stakeSeparationM: 6, sightingRad: 0.0034906585 }) // 0.00368423...
 */
export function targetLineUncertainty(line: TargetLine): number {
  const sighting = requireAngleUncertainty('sightingRad', line.sightingRad ?? 0);
  if (line.offsetM !== undefined) requireWithin('offsetM', line.offsetM, RANGES.gapM);
  const stake = requireWithin('stakeM', line.stakeM ?? STAKE_UNCERTAINTY_M, RANGES.lengthUncertaintyM);
  const separation =
    line.stakeSeparationM === undefined
      ? undefined
      : requirePositive('stakeSeparationM', line.stakeSeparationM, RANGES.separationM);
  if (line.found !== undefined) {
    requireWithin('found.turnedRad', line.found.turnedRad, RANGES.angleRad);
    return requireAngleUncertainty('found.uncertaintyRad', line.found.uncertaintyRad);
  }
  if (separation === undefined) return sighting;
  return inQuadrature((Math.SQRT2 * stake) / separation, sighting);
}
