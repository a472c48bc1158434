import { LANDMARK_UNCERTAINTY } from '../../defaults/landmark.ts';
import { ALONG_UNCERTAINTY_RAD, GAP_UNCERTAINTY_M, LATERAL_UNCERTAINTY_M } from '../../defaults/pointing.ts';
import { type Handedness, sideSign } from '../../geometry/handedness.ts';
import { type LineName } from '../../geometry/line.ts';
import {
  type Range,
  RANGES,
  requireAngleUncertainty,
  requirePositive,
  requireWithin,
} from '../../refusal/ranges.ts';
import { endUncertainty } from '../../uncertainty/end-uncertainty.ts';
import { inQuadrature } from '../../uncertainty/quadrature.ts';
import { type SeatedRod } from '../../uncertainty/seating.ts';
import { BARE_BASE_M, CONTACT_M, LIMITS } from '../../refusal/limits.ts';
import { limitedSeating, seatingOf } from '../seated.ts';
import { type AzimuthEstimate, type InHold, type WayOfReading } from '../way-of-reading.ts';

/** Where a rod on the line's marks points at a known distance. */
export interface PointsAtObservation extends InHold, SeatedRod {
  readonly by: 'pointsAt';
  /** From the target line, m, right positive seen downrange. */
  readonly lateralM: number;
  /** From the ball, m, > 0. */
  readonly distanceM: number;
  /** The line's own gap at the ball, m. Default 0. */
  readonly gapM?: number;
  /** Default 1 m. */
  readonly lateralUncertaintyM?: number;
  /** Of the line's own gap, m. Default 50 mm. */
  readonly gapUncertaintyM?: number;
  /** How well one looks along the rod, rad. Default 0.3°. */
  readonly alongUncertaintyRad?: number;
  /** The rod touches the body itself and lies on no marks. Default false. */
  readonly rod?: boolean;
  /** Between the two marks or points of contact, m. Default: the usual of the line. */
  readonly baseM?: number;
  /** Sway of the bob that the marks were dropped with, m. Default 0; without `rod`. */
  readonly plumbM?: number;
  /** The whole standard uncertainty of one mark, m, instead of sway and landmark; without `rod`. */
  readonly endUncertaintyM?: number;
}

/** Between the marks under two eyes, m; a rod on the brim touches wider. */
const BARE_EYES_M = 0.063;

/**
 * φ from where a rod on the line's marks, or across the body, points: atan2(s·lateral + gap, R).
 *
 * u² = (u(lateral)² + u(gap)²)·R²/(R² + X²)² + u(marks)² + u(along)² with X = s·lateral + gap; u(marks) is
 * √2·u(end)/w·cos φ of bare marks w apart, or the seating of the rod.
 *
 * @throws RefusedInput for impossible readings
 */
function pointsAtAzimuth(o: PointsAtObservation, handedness: Handedness): AzimuthEstimate {
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
    return seatingOf({ contactWidthM: width, ...o });
  }
  // Nothing is read off a tape here: the division has no part.
  const uEnd = endUncertainty(o.line, { ...o, resolutionM: 0 });
  return ((Math.SQRT2 * uEnd) / width) * Math.cos(handedAzimuthRad);
}

/** Lateral uncertainties are positive; this one counts for nothing at any distance. */
const NO_LATERAL_M = 1e-9;

/**
 * A look along a rod.
 *
 * @example POINTS_AT.azimuth({ line: 'toes', by: 'pointsAt', lateralM: 9.4, distanceM: 150, gapM: 0.6 }, 'right').handedAzimuthRad // 0.06656816...
 */
export const POINTS_AT: WayOfReading<PointsAtObservation> = {
  azimuth: pointsAtAzimuth,
  suspectField: 'lateralM',
  suspectUncertainty: () => 'lateralUncertaintyM',
  limited: (o) => [
    ['distanceM', o.distanceM, LIMITS.distanceM],
    ['gapM', o.gapM, LIMITS.gapM],
    ['baseM', o.baseM, o.rod === true ? contact(o.line) : BARE_BASE_M[o.line]],
    ...limitedSeating(o),
    ['plumbM', o.plumbM, LIMITS.plumbM],
    ['endUncertaintyM', o.endUncertaintyM, LIMITS.endUncertaintyM],
  ],
  leftOut: (o) => [
    ['mark', { ...o, lateralUncertaintyM: NO_LATERAL_M }],
    ['gap', { ...o, gapUncertaintyM: 0 }],
    ['look', { ...o, alongUncertaintyRad: 0 }],
    ...(o.rod === true ? [] : ([['sway', { ...o, plumbM: 0 }]] as const)),
  ],
  rest: (o) => (o.rod === true ? 'seating' : 'points'),
  // Of bare marks the width is the base itself.
  sized: (o, scale) =>
    o.baseM !== undefined || o.line === 'face'
      ? o
      : { ...o, baseM: scale * usualWidthM(o.line, o.rod === true) },
  fromTarget: true,
  base: ({ baseM }) => (baseM === undefined ? undefined : { baseM, alongRod: false }),
  time: () => 'pointsAtS',
  takeable: (line, { pointsAtM }) =>
    pointsAtM === undefined ? [] : [{ line, by: 'pointsAt', lateralM: 0, distanceM: pointsAtM }],
};

function contact(line: LineName): Range {
  return line === 'face' ? RANGES.baseM : CONTACT_M[line];
}
