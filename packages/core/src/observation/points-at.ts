import { LANDMARK_UNCERTAINTY } from '../defaults/landmark.ts';
import { ALONG_UNCERTAINTY_RAD, GAP_UNCERTAINTY_M, LATERAL_UNCERTAINTY_M } from '../defaults/pointing.ts';
import { type Handedness, sideSign } from '../geometry/handedness.ts';
import { type LineName } from '../geometry/line.ts';
import { RANGES, requireAngleUncertainty, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { endUncertainty } from '../uncertainty/end-uncertainty.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { seatingUncertainty } from '../uncertainty/seating.ts';
import { type AzimuthEstimate, type PointsAtObservation } from './observation.ts';

/** Between the marks under two eyes, m; a rod on the brim touches wider. */
const BARE_EYES_M = 0.063;

/**
 * φ from where a rod on the line's marks, or across the body, points: atan2(s·lateral + gap, R).
 *
 * u² = (u(lateral)² + u(gap)²)·R²/(R² + X²)² + u(marks)² + u(along)² with X = s·lateral + gap; u(marks) is
 * √2·u(end)/w·cos φ of bare marks w apart, or the seating of the rod.
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
    o.lateralUncertaintyM ?? LATERAL_UNCERTAINTY_M,
    RANGES.lateralUncertaintyM,
  );
  const uGap = requireWithin(
    'gapUncertaintyM',
    o.gapUncertaintyM ?? GAP_UNCERTAINTY_M,
    RANGES.lengthUncertaintyM,
  );
  const uAlong = requireAngleUncertainty(
    'alongUncertaintyRad',
    o.alongUncertaintyRad ?? ALONG_UNCERTAINTY_RAD,
  );
  const across = sideSign(handedness) * o.lateralM + gap;
  const handedAzimuthRad = Math.atan2(across, distance);
  const uPoint = (inQuadrature(uLateral, uGap) * distance) / (distance ** 2 + across ** 2);
  return {
    handedAzimuthRad,
    standardUncertaintyRad: inQuadrature(uPoint, marksUncertainty(o, handedAzimuthRad), uAlong),
  };
}

function usualWidthM(line: LineName, rod: boolean): number {
  return line === 'eyes' && !rod ? BARE_EYES_M : LANDMARK_UNCERTAINTY[line].widthM;
}

function marksUncertainty(o: PointsAtObservation, handedAzimuthRad: number): number {
  const rod = o.rod === true;
  const width = requirePositive('baseM', o.baseM ?? usualWidthM(o.line, rod), RANGES.baseM);
  if (rod) {
    return requireAngleUncertainty(
      'seatingUncertaintyRad',
      o.seatingUncertaintyRad ?? seatingUncertainty(o.line, { widthM: width }),
    );
  }
  // Nothing is read off a tape here: the division has no part.
  const uEnd = endUncertainty(o.line, { ...o, resolutionM: 0 });
  return ((Math.SQRT2 * uEnd) / width) * Math.cos(handedAzimuthRad);
}
