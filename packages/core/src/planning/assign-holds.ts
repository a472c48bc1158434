import { type LineName } from '../geometry/line.ts';

/** A reading that is to be taken. */
export interface WantedReading {
  readonly line: LineName;
  /** Seconds of holding still that it takes. */
  readonly holdingS: number;
}

/** A hold with its readings, by their places in what was wanted. */
export interface AssignedHold {
  /** Counted from the first one asked for. */
  readonly hold: number;
  /** In the order in which they are taken. */
  readonly readings: readonly number[];
  readonly holdingS: number;
}

/** What holds are filled by. */
export interface HoldGround {
  /** The method's order; within a hold readings are taken in it, lines outside it last. */
  readonly order: readonly LineName[];
  /** As long as anyone holds an honest address. */
  readonly longestHoldS: number;
  readonly firstHold: number;
}

/** What moves first when a stand grows long goes into the first hold; feet stay where they are. */
const DRIFTS_FIRST: readonly LineName[] = ['face', 'shoulders', 'eyes', 'hips', 'knees', 'toes', 'heels'];

/**
 * Spreads readings over as few holds as their seconds allow. Readings of one line are never parted: taken in two
 * stands they would be two stands' readings.
 *
 * @param wanted in any order; a line that alone takes longer than a hold gets one to itself
 * @example assignHolds([{ line: 'toes', holdingS: 3 }, { line: 'face', holdingS: 3 }], { order: ['face', 'toes'], longestHoldS: 15, firstHold: 1 }) // [{ hold: 1, readings: [1, 0], holdingS: 6 }]
 */
export function assignHolds(
  wanted: readonly WantedReading[],
  { order, longestHoldS, firstHold }: HoldGround,
): readonly AssignedHold[] {
  const holds: { readings: number[]; holdingS: number }[] = [];
  for (const line of DRIFTS_FIRST) {
    const indices = wanted.flatMap((w, index) => (w.line === line ? [index] : []));
    if (indices.length === 0) continue;
    const seconds = indices.reduce((sum, index) => sum + (wanted[index]?.holdingS ?? 0), 0);
    const open = holds.find((h) => h.holdingS + seconds <= longestHoldS);
    if (open === undefined) holds.push({ readings: indices, holdingS: seconds });
    else {
      open.readings.push(...indices);
      open.holdingS += seconds;
    }
  }
  const rank = (index: number): number => {
    const line = wanted[index]?.line;
    const inOrder = line === undefined ? -1 : order.indexOf(line);
    return inOrder < 0 ? order.length : inOrder;
  };
  return holds.map(({ readings, holdingS }, i) => ({
    hold: firstHold + i,
    readings: readings.toSorted((a, b) => rank(a) - rank(b) || a - b),
    holdingS,
  }));
}
