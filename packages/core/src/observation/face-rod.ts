import { FACE_ROD_LENGTH_UNCERTAINTY_M } from '../defaults/rod.ts';
import { RANGES, requireAngleUncertainty, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { endUncertainty } from '../uncertainty/end-uncertainty.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { alongRod } from './gaps.ts';
import { type AzimuthEstimate, type FaceRodObservation } from './observation.ts';
import { requireFace } from './square.ts';

/**
 * φ of the face from a rod standing square off it: asin((dFace − dTip)/l), seating added in quadrature.
 *
 * @returns φ > 0 when the tip stands nearer to, or farther beyond, the target line than the face end (open)
 * @throws RefusedInput for impossible readings or a line other than the face
 * @example faceRodAzimuth({ line: 'face', by: 'faceRod', faceGapM: 0.002, tipGapM: -0.003, lengthM: 0.6 }).handedAzimuthRad // 0.008333429...
 */
export function faceRodAzimuth(o: FaceRodObservation): AzimuthEstimate {
  requireFace(o);
  requireWithin('faceGapM', o.faceGapM, RANGES.gapM);
  requireWithin('tipGapM', o.tipGapM, RANGES.gapM);
  const base = requirePositive('lengthM', o.lengthM, RANGES.baseM);
  const uBase = requireWithin(
    'lengthUncertaintyM',
    o.lengthUncertaintyM ?? FACE_ROD_LENGTH_UNCERTAINTY_M,
    RANGES.lengthUncertaintyM,
  );
  const uSeating = requireAngleUncertainty('seatingUncertaintyRad', o.seatingUncertaintyRad ?? 0);
  const rod = alongRod('tipGapM', {
    difference: o.faceGapM - o.tipGapM,
    base,
    uEnd: endUncertainty(o.line, o),
    uBase,
  });
  return { ...rod, standardUncertaintyRad: inQuadrature(rod.standardUncertaintyRad, uSeating) };
}
