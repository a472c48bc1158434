import { type HoldingTimes } from '../observation/at-hand.ts';

/** From so many on, what was clocked says more than a guess. */
export const ENOUGH_CLOCKED = 5;

/** Seconds that ways of reading took, as they were clocked, in any order. */
export type ClockedTimes = Readonly<Partial<Record<keyof HoldingTimes, readonly number[]>>>;

/**
 * How long the ways take whoever was clocked: the median of what was clocked five times or more, else the shipped time.
 * The median, because a student who was spoken to in the middle is no slower way.
 *
 * @param shipped seconds
 * @param clocked seconds, each above 0
 * @returns seconds, those that were learned to a half
 * @example learnedTimes(HOLDING_TIMES, { bobsS: [7, 9, 8, 8, 30] }).bobsS // 8
 */
export function learnedTimes(shipped: HoldingTimes, clocked: ClockedTimes): HoldingTimes {
  const learned = Object.entries(clocked).flatMap(([way, seconds]): [string, number][] =>
    seconds.length < ENOUGH_CLOCKED ? [] : [[way, Math.max(0.5, Math.round(2 * median(seconds)) / 2)]],
  );
  return { ...shipped, ...Object.fromEntries(learned) };
}

function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length / 2;
  const [below, above] = [sorted[Math.ceil(middle) - 1], sorted[Math.floor(middle)]];
  return ((below ?? Number.NaN) + (above ?? Number.NaN)) / 2;
}
