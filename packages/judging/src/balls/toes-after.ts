import {
  COVERAGE_FACTOR,
  degreesFromRadians,
  radiansFromDegrees,
  readObservation,
  sideSign,
} from '@lotrecht/core';
import { type BallRunInput, type CheckView } from '@lotrecht/records';
import { answerOfLine } from '@lotrecht/words';

/** The club laid on the toes after a shot, beside the toes of the set-up. */
export interface ToesAfter {
  /** From where the feet were read to where the club pointed, degrees, right positive. */
  readonly fromReadDeg: number;
  /** More than what reading and laying leave open: the student stood otherwise. */
  readonly differs: boolean;
}

/** Where nobody has said how far the target is, m. */
const FAR_M = 150;

/**
 * Whether the feet of a run stood as they were read before it. A club that is laid on toes that are parallel points
 * beside the target by as much as the feet stand from the ball.
 *
 * @returns null where no club was laid, or the set-up’s toes were not read
 * @example toesAfterShot({ clubGroup: 'driver', carryM: 200, windRightMs: 0, windAheadMs: 0, help: 'blind', place: 'range', balls: [] }, null) // null
 */
export function toesAfterShot(
  { toesAfterDeg, target }: BallRunInput['run'],
  check: Pick<CheckView, 'document' | 'result'> | null,
): ToesAfter | null {
  if (toesAfterDeg === undefined || check === null || check.result.lines.toes === undefined) return null;
  const read = answerOfLine(check.result, 'toes');
  if (read === undefined) return null;
  const { handedness, startLineDeg = 0 } = check.document;
  const distanceM = target?.distanceM ?? FAR_M;
  const lateralM = Math.tan(radiansFromDegrees(toesAfterDeg)) * distanceM;
  const laid = readObservation(
    { line: 'toes', by: 'pointsAt', lateralM, distanceM, gapM: USUAL_GAP_M, rod: true },
    handedness,
  );
  const side = sideSign(handedness);
  const readDeg = side * read.meanDeg + startLineDeg;
  const fromReadDeg = side * degreesFromRadians(laid.handedAzimuthRad) - readDeg;
  const open = Math.hypot(read.standardDeviationDeg, degreesFromRadians(laid.standardUncertaintyRad));
  return { fromReadDeg, differs: Math.abs(fromReadDeg) > COVERAGE_FACTOR * open };
}

/** From the ball to the toes with a usual club, m. */
const USUAL_GAP_M = 0.6;
