import { bestWay, type LineName } from '@lotrecht/core';
import { decidingLines, type JudgedBy } from '../method/judged-by.ts';
import { atHandOf, timesOf, type Tools } from './tools.ts';
import { type WayOfReading } from './typed-reading.ts';

/** A line with the way that tells it best. */
export interface BestReading {
  readonly line: LineName;
  readonly by: WayOfReading;
  readonly rod: boolean;
}

/**
 * What has to be read before a set-up can be ruled out as the cause: every line that is judged, each by the best way
 * at hand.
 *
 * @param pointsAtM distance of the target that landmarks are told from, m; absent where none are known
 * @example planToRuleOut({ tolerancesDeg: { hips: [-4, 4] }, order: ['hips'] }, { rodsMm: [1220] })[0].rod // true
 */
export function planToRuleOut(judged: JudgedBy, tools: Tools, pointsAtM?: number): readonly BestReading[] {
  const atHand = atHandOf(tools, pointsAtM);
  return decidingLines(judged).map((line) => {
    const { by, rod } = bestWay(line, atHand, timesOf(tools));
    return { line, by: by as WayOfReading, rod };
  });
}
