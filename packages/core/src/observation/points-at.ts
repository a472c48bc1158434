import { type Handedness, sideSign } from '../geometry/handedness.ts';
import { RANGES, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { type AzimuthEstimate, type PointsAtObservation } from './observation.ts';

/** Default standard uncertainty of the point a rod is seen to point at, m. */
export const DEFAULT_LATERAL_UNCERTAINTY_M = 1;

/**
 * φ from where a rod on the line's marks points: atan2(s·lateral + gap, R), u = u(lateral)·R/(R² + X²).
 *
 * @throws RefusedInput for impossible readings
 * @example pointsAtAzimuth({ line: 'toes', by: 'pointsAt', lateralM: 9.4, distanceM: 150, gapM: 0.6 }, 'right').handedAzimuthRad // 0.06656816...
 */
export function pointsAtAzimuth(o: PointsAtObservation, handedness: Handedness): AzimuthEstimate {
  requireWithin('lateralM', o.lateralM, RANGES.lateralM);
  const distance = requirePositive('distanceM', o.distanceM, RANGES.distanceM);
  const gap = requireWithin('gapM', o.gapM ?? 0, RANGES.gapM);
  const uLateral = requirePositive(
    'lateralUncertaintyM',
    o.lateralUncertaintyM ?? DEFAULT_LATERAL_UNCERTAINTY_M,
    RANGES.lateralUncertaintyM,
  );
  const across = sideSign(handedness) * o.lateralM + gap;
  return {
    handedAzimuthRad: Math.atan2(across, distance),
    standardUncertaintyRad: (uLateral * distance) / (distance ** 2 + across ** 2),
  };
}
