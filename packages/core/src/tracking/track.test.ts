import { describe, expect, it } from 'vitest';
import { flagsOf } from './flags.ts';
import { filterLevels, likeliestWalk, logLikelihoodOf, smoothLevels } from './local-level.ts';
import { pooledSpread } from './lesson-spread.ts';
import { type Series, type SeriesLesson } from './series.ts';
import { trackSeries } from './track.ts';

const DEG = Math.PI / 180;

const lesson = (day: number, ...degrees: number[]): SeriesLesson => ({
  day,
  targetLineUncertaintyRad: 0.2 * DEG,
  reps: degrees.map((d) => ({ handedAzimuthRad: d * DEG, measurementUncertaintyRad: 0.6 * DEG })),
});
const series = (...lessons: SeriesLesson[]): Series => ({
  line: 'shoulders',
  toleranceRad: [-3 * DEG, 1 * DEG],
  lessons,
});

describe('a series', () => {
  it('of one lesson has its mean as level and nothing to compare', () => {
    const track = trackSeries(series(lesson(0, 2, 4)));
    expect(track.lessons[0]?.filtered.levelRad).toBeCloseTo(3 * DEG, 12);
    expect(track.lessons[0]?.filtered).toEqual(track.lessons[0]?.smoothed);
    expect(track).toMatchObject({ q: 0, logLikelihood: 0, changes: [], flags: [] });
  });

  it('mirrored about zero gives the mirrored level and the same walk', () => {
    const days = [0, 7, 30, 41];
    const values = [3, 2.5, -0.5, -1];
    const track = trackSeries(series(...days.map((d, i) => lesson(d, values[i] ?? 0, (values[i] ?? 0) + 1))));
    const mirrored = trackSeries({
      ...series(...days.map((d, i) => lesson(d, -(values[i] ?? 0), -(values[i] ?? 0) - 1))),
      toleranceRad: [-1 * DEG, 3 * DEG],
    });
    expect(mirrored.q).toBeCloseTo(track.q, 12);
    track.lessons.forEach((l, i) => {
      expect(mirrored.lessons[i]?.smoothed.levelRad).toBeCloseTo(-l.smoothed.levelRad, 12);
      expect(mirrored.lessons[i]?.smoothed.probabilityInTolerance).toBeCloseTo(
        l.smoothed.probabilityInTolerance,
        12,
      );
    });
  });

  it('takes 2° as known where no lesson has two reps, and then uses the normal point', () => {
    const track = trackSeries(series(lesson(0, 3), lesson(7, 3)));
    expect(Math.sqrt(track.pooledVariance) / DEG).toBeCloseTo(2, 12);
    const [change] = track.changes;
    expect(change?.degreesOfFreedom).toBeNull();
    expect((change?.minimalDetectableChangeRad ?? 0) / (change?.uncertaintyRad ?? 1)).toBeCloseTo(
      1.959963984540054,
      12,
    );
    expect(change?.real).toBe(false);
  });

  it('calls a change real from beyond its minimal detectable change on', () => {
    const before = lesson(0, 4, 4.5, 5);
    const { minimalDetectableChangeRad: least } =
      trackSeries(series(before, lesson(7, 4, 4.5, 5))).changes[0] ?? {};
    const shifted = (by: number): SeriesLesson => lesson(7, 4 - by, 4.5 - by, 5 - by);
    const step = (least ?? 0) / DEG;
    expect(trackSeries(series(before, shifted(step - 1e-6))).changes[0]?.real).toBe(false);
    expect(trackSeries(series(before, shifted(step + 1e-6))).changes[0]?.real).toBe(true);
  });

  it.each([
    [series(), 'lessons'],
    [series(lesson(3, 1), lesson(3, 1)), 'lessons.1.date'],
    [series(lesson(3, 1), lesson(2, 1)), 'lessons.1.date'],
    [series(lesson(3)), 'lessons.0.reps'],
    [series(lesson(3, Number.NaN)), 'lessons.0.reps.0.handedAzimuthRad'],
    [series(lesson(3, 46)), 'lessons.0.reps.0.handedAzimuthRad'],
    [{ ...series(lesson(3, 1)), toleranceRad: [1, 1] as const }, 'toleranceRad'],
    [series({ ...lesson(3, 1), targetLineUncertaintyRad: -1 }), 'lessons.0.targetLineUncertaintyRad'],
  ])('is refused by name: %#', (bad, field) => {
    expect(() => trackSeries(bad)).toThrow(field);
  });
});

describe('the walk of a level', () => {
  it('is none for values that agree better than their variances say', () => {
    const still = [0, 10, 20, 30].map((day, i) => ({ day, value: i % 2, variance: 4 }));
    expect(likeliestWalk(still)).toBe(0);
  });

  it('is the maximum: neither a little more nor a little less is likelier', () => {
    const moving = [0, 10, 20, 45, 50].map((day, i) => ({ day, value: i * i, variance: 1 }));
    const q = likeliestWalk(moving);
    const at = (factor: number): number => logLikelihoodOf(moving, q * factor);
    expect(q).toBeGreaterThan(0);
    expect(at(1)).toBeGreaterThan(at(1.02));
    expect(at(1)).toBeGreaterThan(at(0.98));
  });

  it('smooths to the weighted mean of all when nothing walks', () => {
    const seen = [
      { day: 0, value: 1, variance: 1 },
      { day: 5, value: 3, variance: 0.5 },
      { day: 9, value: 2, variance: 2 },
    ];
    const mean = (1 / 1 + 3 / 0.5 + 2 / 2) / (1 + 2 + 0.5);
    const smoothed = smoothLevels(seen, filterLevels(seen, 0).filtered, 0);
    for (const level of smoothed) {
      expect(level.mean).toBeCloseTo(mean, 12);
      expect(level.variance).toBeCloseTo(1 / 3.5, 12);
    }
  });
});

describe('flags', () => {
  const flags = (...p: number[]) =>
    flagsOf(
      p.map((probabilityInTolerance, day) => ({
        day,
        filtered: { levelRad: 0, standardDeviationRad: 1, probabilityInTolerance },
      })),
    ).map(({ code, day }) => `${code} ${day}`);

  it('call stable at the third lesson in, once per run', () => {
    expect(flags(0.95, 0.96, 0.97, 0.98)).toEqual(['stable 2']);
    expect(flags(0.95, 0.96, 0.9499)).toEqual([]);
  });

  it('call a relapse out after in, and again only after in again', () => {
    expect(flags(0.02, 0.96, 0.5, 0.05, 0.01)).toEqual(['relapse 3']);
    expect(flags(0.96, 0.05, 0.96, 0.04)).toEqual(['relapse 1', 'relapse 3']);
    expect(flags(0.02, 0.01)).toEqual([]);
  });
});

describe('the pooled spread', () => {
  it('is that of the lessons’ own reps, with Σ(n − 1)', () => {
    const pooled = pooledSpread([lesson(0, 1, 3), lesson(1, 10), lesson(2, 0, 0, 3)]);
    expect(pooled.degreesOfFreedom).toBe(3);
    expect(pooled.variance / DEG ** 2).toBeCloseTo((2 + 6) / 3, 12);
  });
});
