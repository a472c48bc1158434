import { describe, expect, it } from 'vitest';
import { flagsOf } from './flags.ts';
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
  it('of one lesson has a level between its mean and square, and nothing to compare', () => {
    const track = trackSeries(series(lesson(0, 2, 4)));
    const [only] = track.lessons;
    expect(only?.filtered.levelRad).toBeLessThan(3 * DEG);
    expect(only?.filtered.levelRad).toBeGreaterThan(2 * DEG);
    expect(only?.smoothed.levelRad).toBeCloseTo(only?.filtered.levelRad ?? Number.NaN, 9);
    expect(track).toMatchObject({ changes: [], beforeAfter: null, flags: [], forecast: null });
    // One lesson says next to nothing of days.
    expect(track.daySdRad / DEG).toBeGreaterThan(0.8);
    expect(track.daySdRad / DEG).toBeLessThan(1.3);
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

  it('takes stepping in and reading as known where no lesson has two reps', () => {
    const track = trackSeries({ ...series(lesson(0, 3), lesson(7, 3)), daySdRad: 0 });
    expect(track.pooledVariance / DEG ** 2).toBeCloseTo(4 + 0.36, 12);
    const [change] = track.changes;
    expect(change?.degreesOfFreedom).toBeNull();
    expect((change?.minimalDetectableChangeRad ?? 0) / (change?.uncertaintyRad ?? 1)).toBeCloseTo(
      1.959963984540054,
      12,
    );
    expect(change?.real).toBe(false);
    const own = trackSeries({ ...series(lesson(0, 3), lesson(7, 3)), readdressSdRad: 1 * DEG });
    expect(own.pooledVariance / DEG ** 2).toBeCloseTo(1 + 0.36, 12);
    expect(own.changes[0]?.degreesOfFreedom).toBeGreaterThan(0);
  });

  it('calls a change real from beyond its minimal detectable change on', () => {
    const before = lesson(0, 4, 4.5, 5);
    const known = (after: SeriesLesson) => trackSeries({ ...series(before, after), daySdRad: 0.8 * DEG });
    const { minimalDetectableChangeRad: least } = known(lesson(7, 4, 4.5, 5)).changes[0] ?? {};
    const shifted = (by: number): SeriesLesson => lesson(7, 4 - by, 4.5 - by, 5 - by);
    const step = (least ?? 0) / DEG;
    expect(known(shifted(step - 1e-6)).changes[0]?.real).toBe(false);
    expect(known(shifted(step + 1e-6)).changes[0]?.real).toBe(true);
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
    [{ ...series(lesson(3, 1)), daySdRad: 6 * DEG }, 'daySdRad'],
    [{ ...series(lesson(3, 1)), readdressSdRad: 0 }, 'readdressSdRad'],
    [{ ...series(lesson(3, 1)), markedDay: Number.NaN }, 'markedDate'],
  ])('is refused by name: %#', (bad, field) => {
    expect(() => trackSeries(bad)).toThrow(field);
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
