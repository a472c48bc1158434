import {
  allInProbability,
  type Chain,
  chainsOf,
  DEFAULT_DECISION_LIMITS,
  type LineName,
  radiansFromDegrees,
} from '@lotrecht/core';
import { type LineResult, type ResultDocument } from '@lotrecht/records';
import { type BallOfCheck } from '../placing/ball-of-check.ts';
import { answerOfLine, leanOf, toldOf } from '@lotrecht/words';

/** Whether the set-up is the cause of a shot. */
export interface Cause {
  /**
   * `ruled-out`: nothing is far enough outside to matter, ball and all; `lines-ruled-out`: no line is, and nobody
   * looked at the ball; `part-ruled-out`: nothing of what was looked at is; `ruled-in`: something is out; `open`: none
   * of these.
   */
  readonly verdict: 'ruled-out' | 'lines-ruled-out' | 'part-ruled-out' | 'ruled-in' | 'open';
  /** That no line is more than a guard band outside, and the ball where it was read inside. */
  readonly nearlyAllInProbability: number;
  /** Every line is inside its tolerance, as far as can be asked of anything. */
  readonly everyLineIn: boolean;
  /** Lines of the method that nobody has read: while there are any the whole is not ruled out. */
  readonly notRead: readonly LineName[];
  /** Lines that were read. */
  readonly read: readonly LineName[];
  /** Whether ball and stance were read: they have to be inside as well. */
  readonly ballRead: boolean;
}

/**
 * Rules the set-up of a lesson in or out as the cause, with the probability.
 *
 * @param order lines the method judges
 * @param ball as it was read; null where nobody looked at it
 * @example causeOf({ format: 'lotrecht-result', version: 1, targetLineUncertaintyDeg: 0, lines: {}, turn: null, fixFirst: null, likelyFirst: null, targetPicture: false, notes: [], core: '0' }, ['face'], null).verdict // 'open'
 */
export function causeOf(result: ResultDocument, order: readonly LineName[], ball: BallOfCheck | null): Cause {
  const { inProbability } = DEFAULT_DECISION_LIMITS;
  const read = order.filter((line) => result.lines[line] !== undefined);
  const notRead = order.filter((line) => result.lines[line] === undefined);
  // The distance counts where the method judges it; the ball itself has to be read for ruling out.
  const placed = [ball?.position, ball?.distance].flatMap((of) => of ?? []);
  const ballIn = placed.reduce((p, { conformity }) => p * conformity.conformanceProbability, 1);
  const ballRead = (ball?.position ?? null) !== null;
  const told = toldOf(result.posterior);
  const ofTape = allInOfTape(result, read);
  // What was told before today was is told as it was: of all lines inside, without a guard band.
  const old = result.posterior?.asRead?.allInProbability;
  const ofLines = told?.nearlyAllInProbability ?? old ?? ofTape;
  const ofRead = result.posterior?.today?.nearlyAllReadInProbability ?? ofTape;
  const isOut =
    placed.some(({ verdict }) => verdict === 'out') ||
    read.some((line) => leanOf(result, line)?.lean === 'out');
  const linesAreIn = read.length > 0 && notRead.length === 0 && ofLines >= inProbability;
  return {
    verdict: isOut
      ? 'ruled-in'
      : linesAreIn && ballRead && ballIn >= inProbability
        ? 'ruled-out'
        : linesAreIn && !ballRead
          ? 'lines-ruled-out'
          : notRead.length > 0 && read.length > 0 && ofRead * ballIn >= inProbability
            ? 'part-ruled-out'
            : 'open',
    nearlyAllInProbability: ofLines * ballIn,
    everyLineIn: (told === undefined ? ofTape : told.allInProbability) >= inProbability,
    notRead,
    read,
    ballRead,
  };
}

/** That lines are all inside, as the tape alone has it. The error of the target line is shared by them. */
function allInOfTape(result: ResultDocument, lines: readonly LineName[]): number {
  return allInProbability(
    lines.flatMap((line) => {
      const read = result.lines[line];
      if (read?.toleranceDeg === undefined) return [];
      const [lo, hi] = read.toleranceDeg;
      return [
        {
          handedAzimuthRad: radiansFromDegrees(read.handedAzimuthDeg),
          measurementUncertaintyRad: radiansFromDegrees(read.measurementUncertaintyDeg),
          toleranceRad: [radiansFromDegrees(lo), radiansFromDegrees(hi)] as const,
        },
      ];
    }),
    radiansFromDegrees(result.targetLineUncertaintyDeg),
  );
}

/**
 * What the set-up may do to the shot.
 *
 * @example chainsOfResult({ format: 'lotrecht-result', version: 1, targetLineUncertaintyDeg: 0, lines: {}, turn: null, fixFirst: null, likelyFirst: null, targetPicture: false, notes: [], core: '0' }) // []
 */
export function chainsOfResult(result: ResultDocument): readonly Chain[] {
  return chainsOf(
    (Object.entries(result.lines) as [LineName, LineResult][]).flatMap(([line, read]) => {
      const answer = answerOfLine(result, line);
      const tooOpenProbability = answer?.probabilityTooOpen ?? read.tooOpenProbability;
      const tooClosedProbability = answer?.probabilityTooClosed ?? read.tooClosedProbability;
      return tooOpenProbability === undefined || tooClosedProbability === undefined
        ? []
        : [{ line, tooOpenProbability, tooClosedProbability }];
    }),
  );
}
