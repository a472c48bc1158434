import { LANDMARK_UNCERTAINTY } from '../../defaults/landmark.ts';
import { BASE_UNCERTAINTY_M } from '../../defaults/tape.ts';
import { RANGES, requirePositive, requireWithin } from '../../refusal/ranges.ts';
import { RefusedInput } from '../../refusal/refused-input.ts';
import { endUncertainty } from '../../uncertainty/end-uncertainty.ts';
import { inQuadrature } from '../../uncertainty/quadrature.ts';
import { type SeatedRod, seatingUncertainty } from '../../uncertainty/seating.ts';
import { kindOfLine, type LineName } from '../../geometry/line.ts';
import { withoutNegativeZero } from '../../geometry/azimuth.ts';
import { BARE_BASE_M, LIMITS, ROD_BASE_M } from '../../refusal/limits.ts';
import { type EndReading } from '../../uncertainty/end-uncertainty.ts';
import { type AtHand } from '../at-hand.ts';
import { limitedSeating, seatingOf, sizedSeating } from '../seated.ts';
import {
  type AzimuthEstimate,
  exactEnd,
  type InHold,
  limitedEnds,
  ownEnd,
  USUAL_BASE_M,
  type WayOfReading,
} from '../way-of-reading.ts';

/** Tape from the string to both ends of a body line; gaps are positive on the player's side. */
export interface GapsObservation extends InHold, EndReading, SeatedRod {
  readonly by: 'gaps';
  readonly leadGapM: number;
  readonly trailGapM: number;
  /** Distance between the two ends, m, > 0. */
  readonly baseM: number;
  /** Base read along the target line (default) or straight along the rod or body. */
  readonly baseAlong?: 'targetLine' | 'rod';
  /** Standard uncertainty of the base, m. Default 5 mm. */
  readonly baseUncertaintyM?: number;
}

/**
 * φ from the gaps of a line's two ends.
 *
 * Base w along the target line: φ = atan2(dT − dL, w), u² = [w²(uL² + uT²) + D²u_w²]/(w² + D²)².
 * Base b along the rod or body: φ = asin((dT − dL)/b), u² = (uL² + uT²)/(b² − D²) + D²u_b²/(b²(b² − D²)).
 *
 * With a rod the ends are its own, and how it seats on the body is added in quadrature.
 *
 * @returns φ > 0 when the trail end stands farther from the line (a closed body line)
 * @throws RefusedInput for impossible readings, and when the gaps differ by a rod's length or more
 * @example gapsAzimuth({ line: 'toes', by: 'gaps', leadGapM: 0.571, trailGapM: 0.602, baseM: 0.45 }).handedAzimuthRad // 0.06878022...
 */
export function gapsAzimuth(o: GapsObservation): AzimuthEstimate {
  if (o.line === 'face') {
    throw new RefusedInput('wrong-kind', 'by', {
      read: 'gaps',
      advice: 'The face is read with the square rod, a rod off it, a gauge, where it points, or by eye.',
    });
  }
  requireWithin('leadGapM', o.leadGapM, RANGES.gapM);
  requireWithin('trailGapM', o.trailGapM, RANGES.gapM);
  const base = requirePositive('baseM', o.baseM, RANGES.baseM);
  const uBase = requireWithin(
    'baseUncertaintyM',
    o.baseUncertaintyM ?? BASE_UNCERTAINTY_M,
    RANGES.lengthUncertaintyM,
  );
  const uEnd = endUncertainty(o.line, o);
  const difference = o.trailGapM - o.leadGapM;
  const read =
    o.baseAlong === 'rod'
      ? alongRod('trailGapM', { difference, base, uEnd, uBase })
      : alongTargetLine({ difference, base, uEnd, uBase });
  if (o.rod !== true) return read;
  return { ...read, standardUncertaintyRad: inQuadrature(read.standardUncertaintyRad, seatingOf(o)) };
}

/** A difference D of two gaps read over a base, with their standard uncertainties, m. */
export interface DifferenceOverBase {
  readonly difference: number;
  readonly base: number;
  readonly uEnd: number;
  readonly uBase: number;
}

/** Angle whose tangent is D/w, with first-order propagation; both ends read alike. */
export function alongTargetLine({ difference, base, uEnd, uBase }: DifferenceOverBase): AzimuthEstimate {
  const squared = base ** 2 + difference ** 2;
  return {
    handedAzimuthRad: Math.atan2(difference, base),
    standardUncertaintyRad: Math.sqrt(base ** 2 * 2 * uEnd ** 2 + difference ** 2 * uBase ** 2) / squared,
  };
}

/** Angle whose sine is D/b, with first-order propagation. @throws RefusedInput when |D| ≥ b, naming `field` */
export function alongRod(
  field: string,
  { difference, base, uEnd, uBase }: DifferenceOverBase,
): AzimuthEstimate {
  if (Math.abs(difference) >= base) {
    throw new RefusedInput('gap-exceeds-base', field, {
      read: difference,
      most: base,
      advice: 'The two gaps differ by more than the base is long. Read the gaps and the base again.',
    });
  }
  const across = base ** 2 - difference ** 2;
  return {
    handedAzimuthRad: Math.asin(difference / base),
    standardUncertaintyRad: Math.sqrt((2 * uEnd ** 2 + (difference * uBase) ** 2 / base ** 2) / across),
  };
}

/** Tape from the string to two ends. */
export const GAPS: WayOfReading<GapsObservation> = {
  azimuth: gapsAzimuth,
  suspectField: 'trailGapM',
  suspectUncertainty: exactEnd,
  limited: (o) => [
    ['leadGapM', o.leadGapM, LIMITS.gapM],
    ['trailGapM', o.trailGapM, LIMITS.gapM],
    ['baseM', o.baseM, (o.rod === true ? ROD_BASE_M : BARE_BASE_M)[o.line]],
    ...limitedSeating(o),
    ...limitedEnds(o),
  ],
  leftOut: (o) => [
    ['tape', { ...o, resolutionM: 0 }],
    ['sway', { ...o, plumbM: 0 }],
    ['base', { ...o, baseUncertaintyM: 0 }],
  ],
  rest: (o) => (o.rod === true ? 'seating' : 'points'),
  sized: (o, scale) => (o.rod === true ? sizedSeating(o, scale) : o),
  // Trail end: dL + w·tan φ0 − dT, or dL + b·sin φ0 − dT along the rod.
  moveTo(o, goalRad) {
    const turned = o.baseM * (o.baseAlong === 'rod' ? Math.sin(goalRad) : Math.tan(goalRad));
    return { end: 'trail', distanceM: withoutNegativeZero(o.leadGapM + turned - o.trailGapM) };
  },
  base: (o) => ({ baseM: o.baseM, alongRod: o.baseAlong === 'rod' }),
  time(line, rod) {
    if (ON_THE_GROUND.includes(line)) return 'groundMarksS';
    return rod ? 'rodS' : 'bobsS';
  },
  takeable: (line, atHand) => (kindOfLine(line) === 'face' ? [] : bodyReadings(line, atHand)),
};

const ON_THE_GROUND: readonly LineName[] = ['toes', 'heels'];

function bodyReadings(line: LineName, atHand: AtHand): readonly GapsObservation[] {
  const onGround = ON_THE_GROUND.includes(line);
  const gaps = {
    line,
    by: 'gaps',
    leadGapM: 0.5,
    trailGapM: 0.5,
    resolutionM: atHand.tapeDivisionM,
    plumbM: onGround ? 0 : atHand.plumbM,
  } as const;
  const widthM = (atHand.bodyScale ?? 1) * LANDMARK_UNCERTAINTY[line].widthM;
  const bare = { ...gaps, ...ownEnd(atHand, line, gaps), baseM: USUAL_BASE_M[line] };
  if (atHand.rodM === undefined || onGround) return [bare];
  const contactM = atHand.landmarksM?.[`${line}.rod`];
  const seating =
    contactM === undefined ? {} : { seatingUncertaintyRad: seatingUncertainty(line, { contactM, widthM }) };
  return [bare, { ...gaps, ...seating, rod: true, baseM: atHand.rodM }];
}
