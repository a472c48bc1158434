import { SQUARE_BASE_UNCERTAINTY_M } from '../defaults/tape.ts';
import { type LineName } from '../geometry/line.ts';
import { RANGES, requireAngleUncertainty, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { endUncertainty } from '../uncertainty/end-uncertainty.ts';
import { alongTargetLine } from './gaps.ts';
import { type AzimuthEstimate, type SquareObservation } from './observation.ts';

/**
 * φ of the face from the gaps of heel and toe to a rod laid square to the target line: atan2(gH − gT, w). Its u leaves
 * the squareness of the reference rod out.
 *
 * @returns φ > 0 when the heel is farther downrange than the toe (an open face)
 * @throws RefusedInput for impossible readings or a line other than the face
 * @example squareAzimuth({ line: 'face', by: 'square', heelGapM: 0.004, toeGapM: 0.001, baseM: 0.075 }).handedAzimuthRad // 0.03997868...
 */
export function squareAzimuth(o: SquareObservation): AzimuthEstimate {
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
export function squarenessOf({ squareUncertaintyRad }: SquareObservation): number {
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
