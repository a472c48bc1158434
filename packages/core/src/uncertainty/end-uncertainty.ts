import { LANDMARK_UNCERTAINTY } from '../defaults/landmark.ts';
import { TAPE_DIVISION_M } from '../defaults/tape.ts';
import { RANGES, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { type LineName } from '../geometry/line.ts';
import { inQuadrature } from './quadrature.ts';

/** How one end of a line was read. */
export interface EndReading {
  /** A rod was held across the line. Default false. */
  readonly rod?: boolean;
  /** Division of the tape, m. Default 5 mm. */
  readonly resolutionM?: number;
  /** Sway of the plumb bob, m. Default 0: on the ground. */
  readonly plumbM?: number;
  /** The whole standard uncertainty of one end, m, instead of the three parts. */
  readonly endUncertaintyM?: number;
}

/**
 * Standard uncertainty of one end of a line: u² = (resolution/√12)² + plumb² + landmark², the last for a bare end.
 *
 * @returns metres, > 0
 * @throws RefusedInput for a division, sway or uncertainty that is negative or beyond 0.1 m
 * @example endUncertainty('toes', {}) // 0.0033291640592396965
 */
export function endUncertainty(line: LineName, reading: EndReading): number {
  if (reading.endUncertaintyM !== undefined) {
    return requirePositive('endUncertaintyM', reading.endUncertaintyM, RANGES.lengthUncertaintyM);
  }
  const resolutionM = requireWithin(
    'resolutionM',
    reading.resolutionM ?? TAPE_DIVISION_M,
    RANGES.smallLengthM,
  );
  const plumbM = requireWithin('plumbM', reading.plumbM ?? 0, RANGES.smallLengthM);
  // The ends of a rod are its own: what it touches the body with is an angle, and counted as its seating.
  return inQuadrature(
    resolutionM / Math.sqrt(12),
    plumbM,
    reading.rod === true ? 0 : LANDMARK_UNCERTAINTY[line].bareM,
  );
}
