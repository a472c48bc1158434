import {
  CHANGE_LEVEL,
  degreesFromRadians,
  familyWise,
  LINE_NAMES,
  type LineName,
  pairedDifference,
  radiansFromDegrees,
} from '@lotrecht/core';
import { type CheckDocument, type ResultDocument } from '@lotrecht/records';
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
 * Several lines are looked at side by side: what is called real is controlled over all of them (Holm, 5 %).
 *
 * @param sameStand both sides were read in one stand and from one string, as before and after a look; set-ups that are
 *   merely described alike may have had their string laid anew
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
  const laidAgainDeg = sameStand
    ? 0
    : Math.hypot(
        before[0]?.result.targetLineUncertaintyDeg ?? 0,
        after[0]?.result.targetLineUncertaintyDeg ?? 0,
      );
  const differences = LINE_NAMES.flatMap((line) => {
    const [from, to] = [reads(before, line), reads(after, line)];
    if (from.length === 0 || to.length === 0) return [];
    const { deltaRad, uncertaintyRad, pValue } = pairedDifference(from, to, {
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
        pValue,
      },
    ];
  });
  const real = familyWise(
    differences.map((d) => d.pValue),
    CHANGE_LEVEL,
  );
  return differences.map(({ pValue: _p, ...difference }, i) => ({ ...difference, real: real[i] ?? false }));
}

/** More set-ups than this nobody asks of a student for one line. */
const MOST_MORE = 6;

/**
 * How many more set-ups like the newest would show the change of a line as real; 0 where it is real already.
 *
 * @returns null where a few more would not, or one side lacks the line
 * @example moreToShow([], [], 'toes') // null
 */
export function moreToShow(
  before: readonly ReadSetup[],
  after: readonly ReadSetup[],
  line: LineName,
): number | null {
  const newest = after.at(-1);
  if (newest === undefined) return null;
  for (let more = 0; more <= MOST_MORE; more++) {
    const grown = [...after, ...Array.from({ length: more }, () => newest)];
    const found = lessonDifferences(before, grown, false).find((d) => d.line === line);
    if (found === undefined) return null;
    if (found.real) return more;
  }
  return null;
}
