import { studentTwoSided } from '../uncertainty/student-t.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type Between, type SeenStart } from './ball-run.ts';

/** What changed from one run to another, in where balls start or where they come down. */
export interface RunDifference {
  readonly of: 'start' | 'finish';
  /** The later minus the earlier, degrees, right positive. */
  readonly deltaDeg: number;
  readonly pValue: number;
  /** Both are looked at: the smaller p is held against half the level, the other against all of it. */
  readonly real: boolean;
}

const LEVEL = 0.05;

/**
 * Two runs beside each other: Welch’s comparison of starts and of finishes, by Holm over the two.
 *
 * @param before at least two balls
 * @param after at least two balls
 * @throws RefusedInput `empty`
 * @example runDifferences([-4, -5, -6].map((deg) => ({ startDeg: [deg, deg], finishDeg: [0, 0] })), [0, 1, -1].map((deg) => ({ startDeg: [deg, deg], finishDeg: [0, 0] })))[0].real // true
 */
export function runDifferences(
  before: readonly SeenStart[],
  after: readonly SeenStart[],
): readonly [RunDifference, RunDifference] {
  for (const [field, side] of [
    ['before', before],
    ['after', after],
  ] as const)
    if (side.length < 2)
      throw new RefusedInput('empty', field, { advice: 'Two balls of each run at least.' });
  const start = welch(
    before.map(({ startDeg }) => startDeg),
    after.map(({ startDeg }) => startDeg),
  );
  const finish = welch(
    before.map(({ finishDeg }) => finishDeg),
    after.map(({ finishDeg }) => finishDeg),
  );
  const [first, second] = start.pValue <= finish.pValue ? [start, finish] : [finish, start];
  const firstReal = first.pValue <= LEVEL / 2;
  const real = new Map([
    [first, firstReal],
    [second, firstReal && second.pValue <= LEVEL],
  ]);
  return [
    { of: 'start', ...start, real: real.get(start) === true },
    { of: 'finish', ...finish, real: real.get(finish) === true },
  ];
}

interface Side {
  readonly mean: number;
  /** Of the mean. */
  readonly variance: number;
  readonly count: number;
}

function sideOf(balls: readonly Between[]): Side {
  const count = balls.length;
  const middles = balls.map(([from, to]) => (from + to) / 2);
  const mean = middles.reduce((sum, deg) => sum + deg, 0) / count;
  const spread = middles.reduce((sum, deg) => sum + (deg - mean) ** 2, 0) / (count - 1);
  // Balls that were all tapped alike still lie anywhere within the tap.
  const tap = balls.reduce((sum, [from, to]) => sum + (to - from) ** 2 / 12, 0) / count;
  return { mean, variance: Math.max(spread, tap) / count, count };
}

function welch(
  before: readonly Between[],
  after: readonly Between[],
): Pick<RunDifference, 'deltaDeg' | 'pValue'> {
  const [a, b] = [sideOf(before), sideOf(after)];
  const deltaDeg = b.mean - a.mean;
  const variance = a.variance + b.variance;
  if (variance === 0) return { deltaDeg, pValue: deltaDeg === 0 ? 1 : 0 };
  const freedom = variance ** 2 / (a.variance ** 2 / (a.count - 1) + b.variance ** 2 / (b.count - 1));
  return { deltaDeg, pValue: studentTwoSided(deltaDeg / Math.sqrt(variance), freedom) };
}
