import {
  type Bend,
  bendOf,
  causeOfRun,
  type Known,
  LEAST_BALLS,
  LINE_NAMES,
  posteriorOfRun,
  radiansFromDegrees,
  type RunFinding,
  type RunPosterior,
  seenByTaps,
  type SetUpOfRun,
  sideSign,
  type TappedFinish,
  type TappedStart,
} from '@lotrecht/core';
import { type BallRunInput, type CheckView, type PosteriorLine } from '@lotrecht/records';
import { answerOfLine } from '@lotrecht/words';

type Run = BallRunInput['run'];
type Ball = Run['balls'][number];

/** What a run says: of face and path from the third ball on, and beside a set-up of what to blame. */
export interface FindingOfRun {
  /** Balls that count. */
  readonly count: number;
  readonly posterior: RunPosterior;
  /** Null without a set-up. */
  readonly finding: RunFinding | null;
  readonly setUp: SetUpOfRun | null;
}

/**
 * The balls that count, as core sees them: those that were struck out are left.
 *
 * @example seenBalls({ clubGroup: 'driver', carryM: 200, windRightMs: 0, windAheadMs: 0, help: 'blind', place: 'range', balls: [] }) // []
 */
export function seenBalls({ balls, gateM }: Run) {
  return balls
    .filter(({ struck }) => struck === undefined)
    .map(({ start, finish }) => seenByTaps({ start: startOf(start, gateM), finish: finishOf(finish) }));
}

function startOf({ widths, side }: Ball['start'], gateM: number | undefined): TappedStart {
  if (widths !== undefined) return { widths, gateM: gateM ?? USUAL_GATE_M };
  return { side: side ?? 'over', ...(gateM !== undefined && { gateM }) };
}

/** A gate stands so far ahead, m, unless it was said otherwise. */
export const USUAL_GATE_M = 2;

function finishOf({ bearingDeg, side }: Ball['finish']): TappedFinish {
  return bearingDeg === undefined ? { side: side ?? 'over' } : { bearingDeg };
}

/**
 * How balls of a run bend, from its club, carry and wind.
 *
 * @throws RefusedInput for a carry that the club does not have, and for a wind that nobody plays in
 * @example bendOfRun({ clubGroup: 'driver', carryM: 200, windRightMs: 0, windAheadMs: 0, help: 'blind', place: 'range', balls: [] }).driftDeg(0) // 0
 */
export function bendOfRun({ clubGroup, carryM, windRightMs, windAheadMs }: Run): Bend {
  return bendOf({ club: clubGroup, carryM, wind: { rightMs: windRightMs, aheadMs: windAheadMs } });
}

/**
 * What a run says so far.
 *
 * @param check the set-up that it followed; null: nobody read one
 * @returns null before the third ball
 * @throws RefusedInput as `bendOfRun`
 * @example findingOfRun({ clubGroup: 'driver', carryM: 200, windRightMs: 0, windAheadMs: 0, help: 'blind', place: 'range', balls: [] }, null) // null
 */
export function findingOfRun(
  run: Run,
  check: Pick<CheckView, 'document' | 'result'> | null,
): FindingOfRun | null {
  const bend = bendOfRun(run);
  const seen = seenBalls(run);
  if (seen.length < LEAST_BALLS) return null;
  const posterior = posteriorOfRun(seen, bend);
  const setUp = check === null ? null : setUpOfRun(check);
  return {
    count: seen.length,
    posterior,
    setUp,
    finding: setUp === null ? null : causeOfRun(posterior, setUp),
  };
}

/**
 * Whether balls start elsewhere than where the face was aimed, sure enough to be said: the set-up itself is in.
 *
 * @example startsAside(null) // false
 */
export function startsAside(found: Pick<FindingOfRun, 'finding'> | null): boolean {
  const finding = found?.finding ?? null;
  return finding !== null && finding.told && (finding.cause === 'face' || finding.cause === 'both');
}

/**
 * How far balls of this face to this path curve at the target without the wind, m, right positive.
 *
 * @throws RefusedInput as `bendOfRun`
 * @example usualCurveM({ clubGroup: 'driver', carryM: 200, windRightMs: 3, windAheadMs: 0, help: 'blind', place: 'range', balls: [] }, 0) // 0
 */
export function usualCurveM(run: Run, faceToPathDeg: number): number {
  const still = bendOfRun({ ...run, windRightMs: 0, windAheadMs: 0 });
  return Math.tan(radiansFromDegrees(still.curveDeg(faceToPathDeg))) * run.carryM;
}

/**
 * The set-up that a run followed, from the target line as balls are: where the body was turned, where the face was
 * aimed, and whether a line that was read is out.
 *
 * @returns null where the check has no answer, or nothing of the body was read
 * @example setUpOfRun({ document: { format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, observations: [{ line: 'toes', by: 'eye', readingDeg: 1 }] }, result: { lines: {} } }) // null
 */
export function setUpOfRun({ document, result }: Pick<CheckView, 'document' | 'result'>): SetUpOfRun | null {
  const { lines } = result;
  const face = answerOfLine(result, 'face');
  const side = sideSign(document.handedness);
  const startDeg = document.startLineDeg ?? 0;
  const known = ({ meanDeg, standardDeviationDeg }: PosteriorLine): Known => ({
    meanDeg: side * meanDeg + startDeg,
    sdDeg: standardDeviationDeg,
  });
  const read = BODY.find((line) => lines[line] !== undefined);
  const body = read && answerOfLine(result, read);
  if (face === undefined || body === undefined) return null;
  const out = LINE_NAMES.flatMap((line) => {
    const probabilityIn = lines[line] && answerOfLine(result, line)?.probabilityIn;
    return probabilityIn === undefined ? [] : [1 - probabilityIn];
  });
  return { body: known(body), face: known(face), outProbability: Math.max(0, ...out) };
}

/** Where the path goes hangs on these lines, the nearest to the swing first. */
const BODY = ['shoulders', 'hips', 'toes', 'heels', 'knees'] as const;
