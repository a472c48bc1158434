import { FACE_ROD_LENGTH_UNCERTAINTY_M } from '../../defaults/rod.ts';
import { RANGES, requireAngleUncertainty, requirePositive, requireWithin } from '../../refusal/ranges.ts';
import { endUncertainty } from '../../uncertainty/end-uncertainty.ts';
import { inQuadrature } from '../../uncertainty/quadrature.ts';
import { FACE_SEATING_RAD } from '../../defaults/rod.ts';
import { LIMITS, ROD_BASE_M } from '../../refusal/limits.ts';
import { type EndReading } from '../../uncertainty/end-uncertainty.ts';
import {
  type AzimuthEstimate,
  exactEnd,
  type InHold,
  limitedEnds,
  type WayOfReading,
} from '../way-of-reading.ts';
import { alongRod } from './gaps.ts';
import { requireFace } from './square.ts';

/** A rod standing square off the face. */
export interface FaceRodObservation extends InHold, Omit<EndReading, 'rod' | 'plumbM'> {
  readonly by: 'faceRod';
  /** Gap of the rod's end at the face, m, positive on the player's side. */
  readonly faceGapM: number;
  readonly tipGapM: number;
  /** Horizontal length between the two plumb points, m, > 0. */
  readonly lengthM: number;
  /** Default 5 mm. */
  readonly lengthUncertaintyM?: number;
  /** How repeatably the rod seats on the face, rad. Default 0.5°. */
  readonly seatingUncertaintyRad?: number;
}

/**
 * φ of the face from a rod standing square off it: asin((dFace − dTip)/l), seating added in quadrature.
 *
 * @returns φ > 0 when the tip stands nearer to, or farther beyond, the target line than the face end (open)
 * @throws RefusedInput for impossible readings or a line other than the face
 */
function faceRodAzimuth(o: FaceRodObservation): AzimuthEstimate {
  requireFace(o);
  requireWithin('faceGapM', o.faceGapM, RANGES.gapM);
  requireWithin('tipGapM', o.tipGapM, RANGES.gapM);
  const base = requirePositive('lengthM', o.lengthM, RANGES.baseM);
  const uBase = requireWithin(
    'lengthUncertaintyM',
    o.lengthUncertaintyM ?? FACE_ROD_LENGTH_UNCERTAINTY_M,
    RANGES.lengthUncertaintyM,
  );
  const uSeating = requireAngleUncertainty(
    'seatingUncertaintyRad',
    o.seatingUncertaintyRad ?? FACE_SEATING_RAD,
  );
  const rod = alongRod('tipGapM', {
    difference: o.faceGapM - o.tipGapM,
    base,
    uEnd: endUncertainty(o.line, o),
    uBase,
  });
  return { ...rod, standardUncertaintyRad: inQuadrature(rod.standardUncertaintyRad, uSeating) };
}

/**
 * A tape to both ends of a rod that stands off the face.
 *
 * @example FACE_ROD.azimuth({ line: 'face', by: 'faceRod', faceGapM: 0.002, tipGapM: -0.003, lengthM: 0.6 }, 'right').handedAzimuthRad // 0.008333429...
 */
export const FACE_ROD: WayOfReading<FaceRodObservation> = {
  azimuth: faceRodAzimuth,
  suspectField: 'tipGapM',
  suspectUncertainty: exactEnd,
  limited: (o) => [
    ['faceGapM', o.faceGapM, LIMITS.clubGapM],
    ['tipGapM', o.tipGapM, LIMITS.clubGapM],
    ['lengthM', o.lengthM, ROD_BASE_M.face],
    ['seatingUncertaintyRad', o.seatingUncertaintyRad, LIMITS.seatingUncertaintyRad],
    ...limitedEnds(o),
  ],
  leftOut: (o) => [
    ['tape', { ...o, resolutionM: 0 }],
    ['base', { ...o, lengthUncertaintyM: 0 }],
    ['seating', { ...o, seatingUncertaintyRad: 0 }],
  ],
  rest: () => 'points',
  time: () => 'faceRodS',
  takeable(line, { faceRodM, tapeDivisionM }) {
    if (line !== 'face' || faceRodM === undefined) return [];
    return [
      {
        line,
        by: 'faceRod',
        faceGapM: 0,
        tipGapM: 0,
        lengthM: faceRodM,
        resolutionM: tapeDivisionM,
        seatingUncertaintyRad: FACE_SEATING_RAD,
      },
    ];
  },
};
