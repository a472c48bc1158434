import { describe, expect, it } from 'vitest';
import {
  filterLevels,
  type LevelObservation,
  likeliestWalk,
  logLikelihoodOf,
  smoothLevels,
} from './local-level.ts';

const seen: readonly LevelObservation[] = [
  { day: 0, value: 1, variance: 1 },
  { day: 5, value: 4, variance: 0.5 },
  { day: 20, value: 2, variance: 2 },
  { day: 22, value: 6, variance: 1.5 },
];

/**
 * The levels of a walk from the normal equations of all of them together: means and variances without a filter.
 *
 * @param q of a day
 */
function together(observations: readonly LevelObservation[], q: number) {
  const n = observations.length;
  const precision = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  const at = (i: number, j: number, by: number): void => {
    (precision[i] as number[])[j] = (precision[i]?.[j] ?? 0) + by;
  };
  const right = observations.map(({ value, variance }) => value / variance);
  observations.forEach(({ variance }, i) => at(i, i, 1 / variance));
  for (let i = 1; i < n; i++) {
    const w = 1 / (q * ((observations[i]?.day ?? 0) - (observations[i - 1]?.day ?? 0)));
    at(i, i, w);
    at(i - 1, i - 1, w);
    at(i, i - 1, -w);
    at(i - 1, i, -w);
  }
  return {
    means: solve(precision, right),
    variances: right.map((_, i) => solve(precision, unit(n, i))[i] ?? 0),
  };
}

const unit = (n: number, i: number): number[] => Array.from({ length: n }, (_, j) => (i === j ? 1 : 0));

/** Gauss and Jordan, small and positive definite. */
function solve(matrix: readonly (readonly number[])[], right: readonly number[]): readonly number[] {
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0]);
  for (let p = 0; p < rows.length; p++) {
    const pivot = rows[p] as number[];
    const by = pivot[p] as number;
    pivot.forEach((value, j) => (pivot[j] = value / by));
    for (let i = 0; i < rows.length; i++) {
      if (i === p) continue;
      const row = rows[i] as number[];
      const factor = row[p] as number;
      row.forEach((value, j) => (row[j] = value - factor * (pivot[j] as number)));
    }
  }
  return rows.map((row) => row.at(-1) ?? Number.NaN);
}

describe('levels of a walk', () => {
  it.each([0.01, 0.1, 2])('with q = %d are those of all observations together', (q) => {
    const { filtered } = filterLevels(seen, q);
    const smoothed = smoothLevels(seen, filtered, q);
    const all = together(seen, q);
    smoothed.forEach((level, i) => {
      expect(level.mean).toBeCloseTo(all.means[i] ?? Number.NaN, 10);
      expect(level.variance).toBeCloseTo(all.variances[i] ?? Number.NaN, 10);
    });
    filtered.forEach((level, i) => {
      const upTo = together(seen.slice(0, i + 1), q);
      expect(level.mean).toBeCloseTo(upTo.means.at(-1) ?? Number.NaN, 10);
      expect(level.variance).toBeCloseTo(upTo.variances.at(-1) ?? Number.NaN, 10);
    });
  });

  it('are as likely as each next one from those before it, the first given', () => {
    const q = 0.3;
    let expected = 0;
    for (let i = 1; i < seen.length; i++) {
      const before = together(seen.slice(0, i), q);
      const { day, value, variance } = seen[i] as LevelObservation;
      const spread = (before.variances.at(-1) ?? 0) + q * (day - (seen[i - 1]?.day ?? 0)) + variance;
      expected +=
        -0.5 * (Math.log(2 * Math.PI * spread) + (value - (before.means.at(-1) ?? 0)) ** 2 / spread);
    }
    expect(logLikelihoodOf(seen, q)).toBeCloseTo(expected, 10);
    expect(logLikelihoodOf(seen.slice(0, 1), q)).toBe(0);
    expect(logLikelihoodOf([], q)).toBe(0);
  });
});

describe('the likeliest walk', () => {
  const moving = [0, 10, 20, 45, 50].map((day, i) => ({
    day,
    value: i * i,
    variance: 1 + 9 * Number(i === 2),
  }));

  it('is where a fine look finds it, however uneven the lessons are', () => {
    const q = likeliestWalk(moving);
    let best = { q: 0, value: Number.NEGATIVE_INFINITY };
    for (let log = -3; log <= 2; log += 1e-4) {
      const value = logLikelihoodOf(moving, 10 ** log);
      if (value > best.value) best = { q: 10 ** log, value };
    }
    expect(q / best.q).toBeCloseTo(1, 3);
    // Flat at the top: the derivative changes its sign there.
    const slope = (f: number): number =>
      logLikelihoodOf(moving, q * f * 1.0001) - logLikelihoodOf(moving, q * f);
    expect(slope(0.999)).toBeGreaterThan(0);
    expect(slope(1.001)).toBeLessThan(0);
  });

  it('scales with the square of what is measured', () => {
    const tenfold = moving.map((o) => ({ ...o, value: 10 * o.value, variance: 100 * o.variance }));
    expect(likeliestWalk(tenfold) / likeliestWalk(moving)).toBeCloseTo(100, 4);
  });

  it('is none at all where standing still is likelier, or cannot be told from the least walk', () => {
    const still = [0, 10, 20].map((day) => ({ day, value: 1, variance: 4 }));
    expect(likeliestWalk(still)).toBe(0);
    expect(likeliestWalk(still.slice(0, 1))).toBe(0);
  });
});
