import { BASE_UNCERTAINTY_M, TAPE_DIVISION_M } from '../defaults/tape.ts';
import { withoutNegativeZero } from '../geometry/azimuth.ts';
import { alongTargetLine } from '../observation/ways/gaps.ts';
import { type AzimuthEstimate } from '../observation/way-of-reading.ts';
import { RANGES, requirePositive, requireWithin } from '../refusal/ranges.ts';

/** Two rods laid as rails, or a string beside a rod: the gap between them at both ends, m. */
export interface Rails {
  /** At the end away from the target. */
  readonly nearGapM: number;
  /** At the end toward the target. */
  readonly farGapM: number;
  /** Between the two places where the gaps were read, m, > 0. */
  readonly lengthM: number;
  /** Division of the tape, m. Default 5 mm. */
  readonly resolutionM?: number;
  /** Default 5 mm. */
  readonly lengthUncertaintyM?: number;
}

/**
 * How far two rails are out of parallel: atan((gap at far end − gap at near end)/length).
 *
 * @returns rad and its standard uncertainty; positive = the rails open toward the target
 * @throws RefusedInput for impossible gaps and a length of zero or less
 * @example railsParallelism({ nearGapM: 0.62, farGapM: 0.63, lengthM: 1.22 }).handedAzimuthRad // 0.008196537...
 */
export function railsParallelism(rails: Rails): AzimuthEstimate {
  const near = requireWithin('nearGapM', rails.nearGapM, RANGES.gapM);
  const far = requireWithin('farGapM', rails.farGapM, RANGES.gapM);
  const base = requirePositive('lengthM', rails.lengthM, RANGES.baseM);
  const resolution = requirePositive(
    'resolutionM',
    rails.resolutionM ?? TAPE_DIVISION_M,
    RANGES.smallLengthM,
  );
  const uBase = requireWithin(
    'lengthUncertaintyM',
    rails.lengthUncertaintyM ?? BASE_UNCERTAINTY_M,
    RANGES.lengthUncertaintyM,
  );
  const estimate = alongTargetLine({ difference: far - near, base, uEnd: resolution / Math.sqrt(12), uBase });
  return { ...estimate, handedAzimuthRad: withoutNegativeZero(estimate.handedAzimuthRad) };
}
