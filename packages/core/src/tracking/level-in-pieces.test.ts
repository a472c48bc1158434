import { describe, expect, it } from 'vitest';
import { conformity } from '../uncertainty/conformity.ts';
import { type LevelObservation, levelsInPieces } from './level-in-pieces.ts';
import { type Level } from './series.ts';

const DEG = Math.PI / 180;
const TOLERANCE = [-2 * DEG, 2 * DEG] as const;
const seen: readonly LevelObservation[] = [
  [0, 5, 1, false],
  [9, 4.2, 0.6, true],
  [30, 0.4, 1.4, false],
  [41, 1, 0.8, false],
].map(([day, deg, variance, workedOn]) => ({
  day: day as number,
  value: (deg as number) * DEG,
  variance: (variance as number) * DEG ** 2,
  workedOn: workedOn as boolean,
}));

/** Gauss and Jordan, small and positive definite. */
function solved(matrix: readonly (readonly number[])[], right: readonly number[]): readonly number[] {
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0]);
  for (let p = 0; p < rows.length; p++) {
    const pivot = rows[p] as number[];
    const by = pivot[p] as number;
    pivot.forEach((value, j) => (pivot[j] = value / by));
    rows.forEach((row, i) => {
      if (i === p) return;
      const factor = row[p] as number;
      row.forEach((value, j) => (row[j] = value - factor * (pivot[j] as number)));
    });
  }
  return rows.map((row) => row.at(-1) ?? Number.NaN);
}

function determinant(matrix: readonly (readonly number[])[]): number {
  const rows = matrix.map((row) => [...row]);
  let product = 1;
  for (let p = 0; p < rows.length; p++) {
    const pivot = rows[p]?.[p] ?? 0;
    product *= pivot;
    for (let i = p + 1; i < rows.length; i++) {
      const factor = (rows[i]?.[p] ?? 0) / pivot;
      rows[i] = (rows[i] as number[]).map((value, j) => value - factor * (rows[p]?.[j] ?? 0));
    }
  }
  return product;
}

interface Part {
  readonly weight: number;
  readonly means: readonly number[];
  readonly variances: readonly number[];
}

/** Everything at once, without a filter: each walk, each spread of days, each division into pieces, by its density. */
function together(observations: readonly LevelObservation[], ahead = 0): readonly Part[] {
  const n = observations.length;
  const parts: Part[] = [];
  for (const month of [0, 0.5, 1, 1.5, 2, 3, 4, 6]) {
    for (let j = 1; j <= 12; j++) {
      const daySd = 0.25 * j;
      const prior = (1 / (1 + month ** 2)) * daySd ** -5 * Math.exp((-4 * 0.8 ** 2) / (2 * daySd ** 2));
      for (let division = 0; division < 2 ** (n - 1); division++) {
        let [weight, piece] = [prior, 0];
        const pieces = observations.map((_, i) => {
          if (i === 0) return 0;
          const chance = observations[i - 1]?.workedOn === true ? 0.5 : 0.1;
          const begins = (division & (1 << (i - 1))) !== 0;
          weight *= begins ? chance : 1 - chance;
          if (begins) piece++;
          return piece;
        });
        const firstOf = (p: number): number => observations[pieces.indexOf(p)]?.day ?? 0;
        const days = observations.map(({ day }) => day);
        const levels = [...days, (days.at(-1) ?? 0) + ahead];
        const inPiece = [...pieces, pieces.at(-1) ?? 0];
        // Of two days of one piece: where it began, and how far it walked until the earlier of them. Degrees.
        const shared = (a: number, b: number): number =>
          inPiece[a] !== inPiece[b]
            ? 0
            : 25 + (month ** 2 / 30) * (Math.min(levels[a] ?? 0, levels[b] ?? 0) - firstOf(inPiece[a] ?? 0));
        const spread = observations.map((o, a) =>
          observations.map((_, b) => shared(a, b) + (a === b ? o.variance / DEG ** 2 + daySd ** 2 : 0)),
        );
        const values = observations.map(({ value }) => value / DEG);
        const weighed = solved(spread, values);
        const chi = weighed.reduce((sum, w, i) => sum + w * (values[i] ?? 0), 0);
        const own = levels.map((_, a) => observations.map((__, b) => shared(a, b)));
        parts.push({
          weight: (weight * Math.exp(-0.5 * chi)) / Math.sqrt(determinant(spread)),
          means: own.map((row) => row.reduce((sum, c, b) => sum + c * (weighed[b] ?? 0), 0)),
          variances: own.map((row, a) => {
            const gain = solved(spread, row);
            return shared(a, a) - row.reduce((sum, c, b) => sum + c * (gain[b] ?? 0), 0);
          }),
        });
      }
    }
  }
  return parts;
}

function levelAt(parts: readonly Part[], at: number): Level {
  const whole = parts.reduce((sum, { weight }) => sum + weight, 0);
  const sumOf = (of: (part: Part) => number): number =>
    parts.reduce((sum, part) => sum + part.weight * of(part), 0) / whole;
  const mean = sumOf(({ means }) => means[at] ?? Number.NaN);
  const square = sumOf(({ means, variances }) => (variances[at] ?? 0) + (means[at] ?? 0) ** 2);
  return {
    levelRad: mean * DEG,
    standardDeviationRad: Math.sqrt(square - mean ** 2) * DEG,
    probabilityInTolerance: sumOf(
      ({ means, variances }) =>
        conformity(means[at] ?? 0, Math.sqrt(variances[at] ?? 0), [-2, 2]).conformanceProbability,
    ),
  };
}

function expectLevel(actual: Level | null | undefined, expected: Level): void {
  expect(actual?.levelRad).toBeCloseTo(expected.levelRad, 6);
  expect(actual?.standardDeviationRad).toBeCloseTo(expected.standardDeviationRad, 6);
  expect(actual?.probabilityInTolerance).toBeCloseTo(expected.probabilityInTolerance, 5);
}

describe('a level that walks and now and then begins anew', () => {
  const levels = levelsInPieces(seen, TOLERANCE, { forecastDay: 71 });

  it('is at each lesson what all walks, days and divisions say together, up to then and from all', () => {
    const all = together(seen, 30);
    seen.forEach((_, i) => {
      expectLevel(levels.filtered[i], levelAt(together(seen.slice(0, i + 1)), i));
      expectLevel(levels.smoothed[i], levelAt(all, i));
    });
    expectLevel(levels.forecast, levelAt(all, seen.length));
  });

  it('takes a spread of days that is known as known', () => {
    const known = levelsInPieces(seen, TOLERANCE, { daySdRad: 0.5 * DEG });
    expect(known.daySdRad).toBeCloseTo(0.5 * DEG, 12);
    expect(known.filtered[0]?.standardDeviationRad).toBeLessThan(
      levels.filtered[0]?.standardDeviationRad ?? 0,
    );
    expect(known.forecast).toBeNull();
  });

  it('follows work at once, and what happens by itself more slowly', () => {
    const never = levelsInPieces(
      seen.map((o) => ({ ...o, workedOn: false })),
      TOLERANCE,
    );
    expect(levels.filtered[2]?.levelRad).toBeLessThan(never.filtered[2]?.levelRad ?? 0);
  });

  it('mirrored is the mirrored level', () => {
    const mirrored = levelsInPieces(
      seen.map((o) => ({ ...o, value: -o.value })),
      TOLERANCE,
    );
    mirrored.smoothed.forEach((level, i) => {
      expect(level.levelRad).toBeCloseTo(-(levels.smoothed[i]?.levelRad ?? Number.NaN), 12);
      expect(level.probabilityInTolerance).toBeCloseTo(levels.smoothed[i]?.probabilityInTolerance ?? 0, 10);
    });
    expect(mirrored.q).toBeCloseTo(levels.q, 12);
  });

  it('widens with every day of a forecast', () => {
    const on = (day: number): number =>
      levelsInPieces(seen, TOLERANCE, { forecastDay: day }).forecast?.standardDeviationRad ?? Number.NaN;
    expect(levelsInPieces(seen, TOLERANCE, { forecastDay: 41 }).forecast).toEqual(levels.filtered.at(-1));
    expect(on(42)).toBeGreaterThan(on(41));
    expect(on(200)).toBeGreaterThan(on(71));
  });

  it('holds where one lesson is far off', () => {
    const far = seen.map((o, i) => (i === 1 ? { ...o, value: 44 * DEG, variance: (0.01 * DEG) ** 2 } : o));
    for (const level of levelsInPieces(far, TOLERANCE).smoothed) {
      expect(Object.values(level).every(Number.isFinite)).toBe(true);
    }
  });
});
