import { coupling, degreesFromRadians, radiansFromDegrees } from '@lotrecht/core';
import { USUAL_READDRESS_DEG } from './compose-check.ts';
import { type ReadSetup } from './lesson-differences.ts';

/** Whether the shoulders went along with the feet. Degrees, φ. */
export interface LessonCoupling {
  readonly movedDeg: number;
  readonly followedDeg: number;
  /** 0 not at all, 1 all the way. */
  readonly share: number;
  /** Its 95 % interval; null where the feet were moved too little to say. */
  readonly interval: readonly [low: number, high: number] | null;
}

/**
 * From the two set-ups of a lesson between which the feet were moved most, the shoulders read in both.
 *
 * @param setups of one group of clubs, in their order
 * @param footLine the foot line that the method judges by
 * @returns null where no two set-ups have both lines, or the feet never moved
 * @example couplingOfLesson([], 'toes') // null
 */
export function couplingOfLesson(
  setups: readonly ReadSetup[],
  footLine: 'toes' | 'heels',
): LessonCoupling | null {
  const read = setups.flatMap(({ document, result }) => {
    const [feet, shoulders] = [result.lines[footLine], result.lines.shoulders];
    return feet === undefined || shoulders === undefined
      ? []
      : [
          {
            readdressSdDeg: document.readdressSdDeg ?? USUAL_READDRESS_DEG,
            feetRad: radiansFromDegrees(feet.handedAzimuthDeg),
            feetUncertaintyRad: radiansFromDegrees(feet.measurementUncertaintyDeg),
            shouldersRad: radiansFromDegrees(shoulders.handedAzimuthDeg),
            shouldersUncertaintyRad: radiansFromDegrees(shoulders.measurementUncertaintyDeg),
          },
        ];
  });
  const pairs = read.flatMap((before, i) => read.slice(i + 1).map((after) => ({ before, after })));
  const [farthest] = pairs.toSorted(
    (p, q) => Math.abs(q.after.feetRad - q.before.feetRad) - Math.abs(p.after.feetRad - p.before.feetRad),
  );
  if (farthest === undefined) return null;
  const { before, after } = farthest;
  const found = coupling(before, after, radiansFromDegrees(before.readdressSdDeg));
  return (
    found && {
      movedDeg: degreesFromRadians(found.movedRad),
      followedDeg: degreesFromRadians(found.followedRad),
      share: found.share,
      interval: found.interval,
    }
  );
}
