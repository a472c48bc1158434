import { PLACED_PRIOR_M, PLACED_READ_M, PLACED_SPREAD_M, PLACED_WALK_M } from '../defaults/placing.ts';
import { requireWithin } from '../refusal/ranges.ts';
import { filterLevels } from './local-level.ts';

const MONTH_DAYS = 30;
/** As many set-ups as the usual spread counts for. */
const PRIOR_FREEDOM = 5;
const PLACED_RANGE = { least: -2, most: 2 } as const;

/** The set-ups of one lesson: one length of each, m. */
export interface PlacedLesson {
  /** Whole UTC days since 1970-01-01. */
  readonly day: number;
  /** At least one. */
  readonly valuesM: readonly number[];
}

/** Where a student usually has the ball or the feet. */
export interface PlacingHabit {
  readonly setUps: number;
  readonly levelM: number;
  /** Of the level, m. */
  readonly standardUncertaintyM: number;
  /** From set-up to set-up within a lesson, m. */
  readonly spreadM: number;
}

/**
 * Where a length of the set-up usually is: a level that walks slowly, seen through how differently each set-up is
 * placed. Before the first lesson it is thought near the usual one, ± 60 mm.
 *
 * @param lessons in order of their days
 * @param usualM what is thought before anything was read: the method's, or a usual adult's
 * @returns null where nothing was read
 * @throws RefusedInput for a length of more than 2 m
 * @example placingHabit([], 0) // null
 */
export function placingHabit(lessons: readonly PlacedLesson[], usualM: number): PlacingHabit | null {
  const [first] = lessons;
  if (first === undefined) return null;
  for (const { valuesM } of lessons)
    for (const value of valuesM) requireWithin('valuesM', value, PLACED_RANGE);
  const means = lessons.map(({ valuesM }) => valuesM.reduce((sum, v) => sum + v, 0) / valuesM.length);
  const squares = lessons.reduce(
    (sum, { valuesM }, i) => sum + valuesM.reduce((own, v) => own + (v - (means[i] ?? v)) ** 2, 0),
    0,
  );
  const setUps = lessons.reduce((sum, { valuesM }) => sum + valuesM.length, 0);
  const freedom = setUps - lessons.length;
  // The tape's own error is part of what is seen to differ from set-up to set-up.
  const variance = Math.max(
    (PRIOR_FREEDOM * PLACED_SPREAD_M ** 2 + squares) / (PRIOR_FREEDOM + freedom),
    PLACED_READ_M ** 2,
  );
  const filtered = filterLevels(
    [
      { day: first.day, value: usualM, variance: PLACED_PRIOR_M ** 2 },
      ...lessons.map(({ day, valuesM }, i) => ({
        day,
        value: means[i] ?? usualM,
        variance: variance / valuesM.length,
      })),
    ],
    PLACED_WALK_M ** 2 / MONTH_DAYS,
  );
  const level = filtered.at(-1) ?? { mean: usualM, variance: PLACED_PRIOR_M ** 2 };
  return {
    setUps,
    levelM: level.mean,
    standardUncertaintyM: Math.sqrt(level.variance),
    spreadM: Math.sqrt(variance),
  };
}
