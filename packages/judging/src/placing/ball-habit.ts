import {
  BALL_TOLERANCE_M,
  conformity,
  dayNumber,
  DEFAULT_DECISION_LIMITS,
  metresFromMillimetres,
  type Placed,
  placingHabit,
  type PlacingHabit,
  type Verdict,
  verdictOf,
} from '@lotrecht/core';
import { type BallAndStance, type BallGoal, type ClubGroup, type BallView } from '@lotrecht/records';
import { USUAL_OF_CLUB } from '../method/ball-table.ts';
import { ballOfCheck } from './ball-of-check.ts';

/** A habit with what the method says of it. */
export interface JudgedHabit extends PlacingHabit {
  /** That it is in as the student usually stands, 0 to 1. */
  readonly inProbability: number;
  readonly verdict: Verdict;
}

/** Where a student has the ball, the feet and the distance with one group of clubs; null for what was never read. */
export interface BallHabit {
  readonly clubGroup: ClubGroup;
  /** Set-ups in which anything of it was read. */
  readonly setUps: number;
  /** Level: how far from what the method wants, m; positive is too far back. */
  readonly position: JudgedHabit | null;
  /** Heel to heel, m. */
  readonly stance: PlacingHabit | null;
  /** From the toe line to the ball, m. */
  readonly toBall: PlacingHabit | null;
  /** How far from what the method wants, m; null where it wants nothing. Positive is too far away. */
  readonly distance: JudgedHabit | null;
}

/**
 * What a student's cold set-ups with one group of clubs say of ball, stance and distance.
 *
 * @param balls of any group, in any order
 * @param goal what the method wants now: a habit is told against what is wanted today
 * @param scale of usual lengths, stature / 1.78 m
 * @returns null where nothing was read with these clubs
 * @example ballHabitOf([], 'driver', { sharePercent: 8 }) // null
 */
export function ballHabitOf(
  balls: readonly BallView[],
  clubGroup: ClubGroup,
  goal: BallGoal,
  scale = 1,
): BallHabit | null {
  const own = balls
    .filter((b) => b.clubGroup === clubGroup)
    .toSorted((a, b) => (a.heldOn < b.heldOn ? -1 : a.heldOn > b.heldOn ? 1 : 0));
  const usual = USUAL_OF_CLUB[clubGroup];
  const habitOfValue = (valueOf: (ball: BallAndStance) => number | null, usualM: number) =>
    placingHabit(lessonsOf(own, valueOf), usualM);
  const offsetOf = (which: 'position' | 'distance') => (ball: BallAndStance) => {
    const { goal: _then, ...read } = ball;
    const placed: Placed | null = ballOfCheck(read, goal)[which];
    return placed?.offsetM ?? null;
  };
  const lengthOf = (field: 'stanceMm' | 'toBallMm') => (ball: BallAndStance) =>
    ball[field] === undefined ? null : metresFromMillimetres(ball[field]);
  const habit = {
    clubGroup,
    setUps: own.length,
    position: judged(habitOfValue(offsetOf('position'), 0), goal),
    stance: habitOfValue(lengthOf('stanceMm'), scale * usual.stanceM),
    toBall: habitOfValue(lengthOf('toBallMm'), scale * usual.toesToBallM),
    distance: judged(habitOfValue(offsetOf('distance'), 0), goal),
  };
  return own.length === 0 ? null : habit;
}

function lessonsOf(balls: readonly BallView[], valueOf: (ball: BallAndStance) => number | null) {
  const days = new Map<string, number[]>();
  for (const { heldOn, ball } of balls) {
    const value = valueOf(ball);
    if (value !== null) days.set(heldOn, [...(days.get(heldOn) ?? []), value]);
  }
  return [...days].map(([day, valuesM]) => ({ day: dayNumber(day), valuesM }));
}

function judged(habit: PlacingHabit | null, { toleranceMm }: BallGoal): JudgedHabit | null {
  if (habit === null) return null;
  const limit = toleranceMm === undefined ? BALL_TOLERANCE_M : metresFromMillimetres(toleranceMm);
  const found = conformity(habit.levelM, habit.standardUncertaintyM, [-limit, limit]);
  return {
    ...habit,
    inProbability: found.conformanceProbability,
    verdict: verdictOf(found, DEFAULT_DECISION_LIMITS),
  };
}
