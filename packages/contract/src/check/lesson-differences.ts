import {
  degreesFromRadians,
  LINE_NAMES,
  type LineName,
  pairedDifference,
  radiansFromDegrees,
} from '@lotrecht/core';
import { type CheckDocument, type ResultDocument } from '../generated/types.ts';
import { USUAL_READDRESS_DEG } from './compose-check.ts';

/** A set-up with what it says. */
export interface ReadSetup {
  readonly document: CheckDocument;
  readonly result: ResultDocument;
}

/** What changed in one line between two sides of a lesson. Degrees, φ. */
export interface LineDifference {
  readonly line: LineName;
  /** Mean of either side. */
  readonly beforeDeg: number;
  readonly afterDeg: number;
  readonly deltaDeg: number;
  readonly uncertaintyDeg: number;
  readonly real: boolean;
}

/** Read from one string: its error is the same on both sides and cancels. */
function sameLine(setups: readonly ReadSetup[]): boolean {
  const laid = setups.map(({ document }) => JSON.stringify([document.targetLine, document.target ?? {}]));
  return laid.every((l) => l === laid[0]);
}

function reads(setups: readonly ReadSetup[], line: LineName) {
  return setups.flatMap(({ result }) => {
    const read = result.lines[line];
    return read === undefined
      ? []
      : [
          {
            handedAzimuthRad: radiansFromDegrees(read.handedAzimuthDeg),
            measurementUncertaintyRad: radiansFromDegrees(read.measurementUncertaintyDeg),
          },
        ];
  });
}

const meanDeg = (side: readonly { handedAzimuthRad: number }[]): number =>
  degreesFromRadians(side.reduce((sum, r) => sum + r.handedAzimuthRad, 0) / side.length);

/**
 * What changed within a lesson, line by line, and whether it is more than chance. Lines that one side lacks are left
 * out; set-ups with different club groups are not to be compared and are refused by leaving everything out.
 *
 * @param sameStand both sides were read in one stand, as before and after a look
 * @example lessonDifferences([], [], false) // []
 */
export function lessonDifferences(
  before: readonly ReadSetup[],
  after: readonly ReadSetup[],
  sameStand: boolean,
): readonly LineDifference[] {
  const all = [...before, ...after];
  const [first] = all;
  const groups = new Set(all.map(({ document }) => document.club?.group));
  if (first === undefined || groups.size > 1) return [];
  const readdressDeg = sameStand ? 0 : (first.document.readdressSdDeg ?? USUAL_READDRESS_DEG);
  const laidAgainDeg = sameLine(all)
    ? 0
    : Math.hypot(
        before[0]?.result.targetLineUncertaintyDeg ?? 0,
        after[0]?.result.targetLineUncertaintyDeg ?? 0,
      );
  return LINE_NAMES.flatMap((line) => {
    const [from, to] = [reads(before, line), reads(after, line)];
    if (from.length === 0 || to.length === 0) return [];
    const { deltaRad, uncertaintyRad, real } = pairedDifference(from, to, {
      readdressSdRad: radiansFromDegrees(readdressDeg),
      targetLineUncertaintyRad: radiansFromDegrees(laidAgainDeg),
    });
    return [
      {
        line,
        beforeDeg: meanDeg(from),
        afterDeg: meanDeg(to),
        deltaDeg: degreesFromRadians(deltaRad),
        uncertaintyDeg: degreesFromRadians(uncertaintyRad),
        real,
      },
    ];
  });
}
