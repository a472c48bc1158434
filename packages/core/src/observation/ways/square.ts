import { SQUARE_BASE_UNCERTAINTY_M } from '../../defaults/tape.ts';
import { type LineName } from '../../geometry/line.ts';
import { RANGES, requireAngleUncertainty, requirePositive, requireWithin } from '../../refusal/ranges.ts';
import { RefusedInput } from '../../refusal/refused-input.ts';
import { endUncertainty } from '../../uncertainty/end-uncertainty.ts';
import { withoutNegativeZero } from '../../geometry/azimuth.ts';
import { BARE_BASE_M, LIMITS } from '../../refusal/limits.ts';
import { type EndReading } from '../../uncertainty/end-uncertainty.ts';
import {
  type AzimuthEstimate,
  exactEnd,
  type InHold,
  limitedEnds,
  ownEnd,
  USUAL_BASE_M,
  type WayOfReading,
} from '../way-of-reading.ts';
import { alongTargetLine } from './gaps.ts';

/** From a rod laid square to the target line to heel and toe of the leading edge; positive downrange. */
export interface SquareObservation extends InHold, Omit<EndReading, 'rod' | 'plumbM'> {
  readonly by: 'square';
  readonly heelGapM: number;
  readonly toeGapM: number;
  /** Heel to toe across the line, m, > 0. */
  readonly baseM: number;
  /** Default 2 mm. */
  readonly baseUncertaintyM?: number;
  /** Standard uncertainty of the reference rod's squareness, rad. Default 0. */
  readonly squareUncertaintyRad?: number;
}

/**
 * φ of the face from the gaps of heel and toe to a rod laid square to the target line: atan2(gH − gT, w). Its u leaves
 * the squareness of the reference rod out.
 *
 * @returns φ > 0 when the heel is farther downrange than the toe (an open face)
 * @throws RefusedInput for impossible readings or a line other than the face
 */
function squareAzimuth(o: SquareObservation): AzimuthEstimate {
  requireFace(o);
  requireWithin('heelGapM', o.heelGapM, RANGES.gapM);
  requireWithin('toeGapM', o.toeGapM, RANGES.gapM);
  const base = requirePositive('baseM', o.baseM, RANGES.baseM);
  const uBase = requireWithin(
    'baseUncertaintyM',
    o.baseUncertaintyM ?? SQUARE_BASE_UNCERTAINTY_M,
    RANGES.lengthUncertaintyM,
  );
  return alongTargetLine({
    difference: o.heelGapM - o.toeGapM,
    base,
    uEnd: endUncertainty(o.line, o),
    uBase,
  });
}

/** u of the reference rod's squareness, rad: what all readings with the square rod err in together. */
function squarenessOf({ squareUncertaintyRad }: SquareObservation): number {
  return requireAngleUncertainty('squareUncertaintyRad', squareUncertaintyRad ?? 0);
}

/** Refuses a face-only way of reading on a body line. @throws RefusedInput `wrong-kind` */
export function requireFace({ line, by }: { readonly line: LineName; readonly by: string }): void {
  if (line !== 'face') {
    throw new RefusedInput('wrong-kind', 'by', {
      read: by,
      advice: 'Only the face is read this way; read this line with gaps.',
    });
  }
}

/**
 * A rule from a rod laid square to the target line.
 *
 * @example SQUARE.azimuth({ line: 'face', by: 'square', heelGapM: 0.004, toeGapM: 0.001, baseM: 0.075 }, 'right').handedAzimuthRad // 0.03997868...
 */
export const SQUARE: WayOfReading<SquareObservation> = {
  azimuth: squareAzimuth,
  suspectField: 'heelGapM',
  suspectUncertainty: exactEnd,
  limited: (o) => [
    ['heelGapM', o.heelGapM, LIMITS.clubGapM],
    ['toeGapM', o.toeGapM, LIMITS.clubGapM],
    ['baseM', o.baseM, BARE_BASE_M.face],
    ['squareUncertaintyRad', o.squareUncertaintyRad, LIMITS.seatingUncertaintyRad],
    ...limitedEnds(o),
  ],
  leftOut: (o) => [
    ['tape', { ...o, resolutionM: 0 }],
    ['base', { ...o, baseUncertaintyM: 0 }],
  ],
  rest: () => 'points',
  // The rod is one for all readings with it.
  inParts(o, independentRad) {
    const uncertaintyRad = squarenessOf(o);
    return { independentRad, shared: uncertaintyRad > 0 ? [{ key: 'squareRod', uncertaintyRad }] : [] };
  },
  // Toe of the club: gH − w·tan φ0 − gT.
  moveTo: (o, goalRad) => ({
    end: 'toe',
    distanceM: withoutNegativeZero(o.heelGapM - o.baseM * Math.tan(goalRad) - o.toeGapM),
  }),
  base: (o) => ({ baseM: o.baseM, alongRod: false }),
  time: () => 'squareS',
  takeable(line, atHand) {
    const { faceDivisionM } = atHand;
    if (line !== 'face' || faceDivisionM === undefined) return [];
    return [
      {
        line,
        by: 'square',
        heelGapM: 0,
        toeGapM: 0,
        baseM: USUAL_BASE_M.face,
        resolutionM: faceDivisionM,
        ...ownEnd(atHand, line, { resolutionM: faceDivisionM, plumbM: 0 }),
      },
    ];
  },
};
