import { advisedMove, degreesFromRadians, millimetresFromMetres, radiansFromDegrees } from '@lotrecht/core';
import { type CheckDocument, type ResultDocument } from '@lotrecht/records';
import { type AdvisedMoveText, answerOfLine, type LineKey } from '@lotrecht/words';
import { toSetup } from './to-setup.ts';

/** A correction as it is advised: the turn to the goal, and the same as a move on the tape. */
export interface Advised extends AdvisedMoveText {
  /** From where the line is thought to be to the method's goal, φ in degrees. */
  readonly turnDeg: number;
}

/**
 * How to correct a line: from where it is thought to be, by all that is known, to the method's goal. Of how it stood,
 * or of the habit where the check was read in several stands; from the tape where nothing else is there.
 *
 * @returns null for a line that was not read
 * @example advisedMoveOf({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, observations: [{ line: 'toes', by: 'eye', readingDeg: 1 }] }, { lines: {} }, 'toes') // null
 */
export function advisedMoveOf(
  document: CheckDocument,
  result: Pick<ResultDocument, 'lines' | 'posterior'>,
  key: LineKey,
): Advised | null {
  const line = result.lines[key];
  if (line === undefined) return null;
  const { goalsRad, observations } = toSetup(document, { answer: 'tape' });
  const goalRad = goalsRad?.[key] ?? 0;
  const answer = answerOfLine(result, key);
  const meanRad = radiansFromDegrees(answer?.meanDeg ?? line.handedAzimuthDeg);
  const standardDeviationRad = radiansFromDegrees(
    answer?.standardDeviationDeg ?? line.standardUncertaintyDeg,
  );
  const { end, distanceM, uncertaintyM } = advisedMove(
    key,
    { meanRad, standardDeviationRad },
    goalRad,
    observations,
  );
  return {
    turnDeg: degreesFromRadians(goalRad - meanRad),
    end,
    mm: millimetresFromMetres(distanceM),
    uncertaintyMm: millimetresFromMetres(uncertaintyM),
  };
}
