import {
  allInProbability,
  ballPosition,
  type BallPosition,
  type Chain,
  chainsOf,
  DEFAULT_DECISION_LIMITS,
  type LineName,
  metresFromMillimetres,
  radiansFromDegrees,
} from '@lotrecht/core';
import { type BallAndStance, type CheckDocument, type ResultDocument } from '../generated/types.ts';
import { USUAL_OF_CLUB } from '../method/ball-table.ts';

/** Whether the set-up is the cause of a shot. */
export interface Cause {
  /** `ruled-out`: everything is in; `ruled-in`: something is out; `open`: neither can be told yet. */
  readonly verdict: 'ruled-out' | 'ruled-in' | 'open';
  /** That all lines that were read, and the ball, are inside their tolerances at once. */
  readonly allInProbability: number;
  /** Lines of the method that nobody has read: while there are any nothing is ruled out. */
  readonly notRead: readonly LineName[];
  /** Whether ball and stance were read: they have to be inside as well. */
  readonly ballRead: boolean;
}

/**
 * Rules a set-up in or out as the cause, with the probability. The error of the target line is shared by all lines.
 *
 * @param order lines the method judges
 * @param ball null where it was not read
 * @example causeOf({ format: 'lotrecht-result', version: 1, targetLineUncertaintyDeg: 0, lines: {}, turn: null, fixFirst: null, likelyFirst: null, targetPicture: false, notes: [], core: '0' }, ['face'], null).verdict // 'open'
 */
export function causeOf(
  result: ResultDocument,
  order: readonly LineName[],
  ball: BallPosition | null,
): Cause {
  const judged = order.flatMap((line) => {
    const read = result.lines[line];
    return read?.toleranceDeg === undefined ? [] : [{ ...read, toleranceDeg: read.toleranceDeg }];
  });
  const ofLines = allInProbability(
    judged.map(({ handedAzimuthDeg, measurementUncertaintyDeg, toleranceDeg: [lo, hi] }) => ({
      handedAzimuthRad: radiansFromDegrees(handedAzimuthDeg),
      measurementUncertaintyRad: radiansFromDegrees(measurementUncertaintyDeg),
      toleranceRad: [radiansFromDegrees(lo), radiansFromDegrees(hi)],
    })),
    radiansFromDegrees(result.targetLineUncertaintyDeg),
  );
  const probability = ofLines * (ball?.conformity.conformanceProbability ?? 1);
  const notRead = order.filter((line) => result.lines[line] === undefined);
  const isOut = judged.some((l) => l.verdict === 'out') || ball?.verdict === 'out';
  const isIn =
    judged.length > 0 &&
    notRead.length === 0 &&
    ball !== null &&
    probability >= DEFAULT_DECISION_LIMITS.inProbability;
  return {
    verdict: isOut ? 'ruled-in' : isIn ? 'ruled-out' : 'open',
    allInProbability: probability,
    notRead,
    ballRead: ball !== null,
  };
}

/**
 * What the set-up may do to the shot.
 *
 * @example chainsOfResult({ format: 'lotrecht-result', version: 1, targetLineUncertaintyDeg: 0, lines: {}, turn: null, fixFirst: null, likelyFirst: null, targetPicture: false, notes: [], core: '0' }) // []
 */
export function chainsOfResult(result: ResultDocument): readonly Chain[] {
  return chainsOf(
    (Object.entries(result.lines) as [LineName, ResultDocument['lines'][LineName]][]).flatMap(
      ([line, read]) =>
        read?.tooOpenProbability === undefined || read.tooClosedProbability === undefined
          ? []
          : [
              {
                line,
                tooOpenProbability: read.tooOpenProbability,
                tooClosedProbability: read.tooClosedProbability,
              },
            ],
    ),
  );
}

/**
 * The ball against the method's table.
 *
 * @returns null while one of its two distances was not read
 * @example ballOfCheck({ behindLeadHeelMm: 160, stanceMm: 400 }, { club: 'mid-iron', table: 'graded' }).verdict // 'in'
 */
export function ballOfCheck(
  ball: BallAndStance | undefined,
  {
    club,
    table,
  }: { readonly club: NonNullable<CheckDocument['club']>['group']; readonly table: 'graded' | 'blocks' },
): BallPosition | null {
  if (ball?.behindLeadHeelMm === undefined || ball.stanceMm === undefined) return null;
  return ballPosition({
    behindLeadHeelM: metresFromMillimetres(ball.behindLeadHeelMm),
    stanceM: metresFromMillimetres(ball.stanceMm),
    tableShare: USUAL_OF_CLUB[club].ballPercent[table] / 100,
  });
}
