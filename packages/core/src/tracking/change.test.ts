import { describe, expect, it } from 'vitest';
import { studentT975, studentTwoSided } from '../uncertainty/student-t.ts';
import { CHANGE_LEVEL, changeBetween, changesOf } from './change.ts';
import { type SeriesLesson } from './series.ts';

/** In units of a hundredth of a radian, so that the sums can be done by hand. */
const lesson = (day: number, values: readonly number[], { u = 0, uT = 0 } = {}): SeriesLesson => ({
  day,
  targetLineUncertaintyRad: uT / 100,
  reps: values.map((v) => ({ handedAzimuthRad: v / 100, measurementUncertaintyRad: u / 100 })),
});
const pooled = (variance: number, degreesOfFreedom: number, { day = 0, lessons = 2 } = {}) => ({
  pooled: { variance: variance / 1e4, degreesOfFreedom },
  daySdRad: day / 100,
  lessons,
});

describe('a change between two lessons', () => {
  it('of several set-ups each has the spread of each, and the freedom of Welch and Satterthwaite', () => {
    // s² = 4 of two, 1 of three: 2 + 1/3 for the means, and 0.25 + 0.75 for the lines.
    const change = changeBetween(
      lesson(0, [4 - Math.SQRT2, 4 + Math.SQRT2], { uT: 0.5 }),
      lesson(7, [1, 2, 3], { uT: Math.sqrt(0.75) }),
      pooled(9, 3),
    );
    const variance = 2 + 1 / 3 + 1;
    expect(change.deltaRad).toBeCloseTo(-0.02, 12);
    expect(change.uncertaintyRad).toBeCloseTo(Math.sqrt(variance) / 100, 12);
    const freedom = variance ** 2 / (2 ** 2 / 1 + (1 / 3) ** 2 / 2);
    expect(change.degreesOfFreedom).toBeCloseTo(freedom, 9);
    expect(change.minimalDetectableChangeRad).toBeCloseTo(studentT975(freedom) * change.uncertaintyRad, 12);
    expect(change.pValue).toBeCloseTo(studentTwoSided(-2 / Math.sqrt(variance), freedom), 12);
  });

  it('is never surer than its readings are', () => {
    // s² of the first is 2, its readings say 9; of the second 8, and they say 1.
    const change = changeBetween(lesson(0, [0, 2], { u: 3 }), lesson(7, [0, 4], { u: 1 }), pooled(5, 2));
    expect(change.uncertaintyRad).toBeCloseTo(Math.sqrt(9 / 2 + 8 / 2) / 100, 12);
  });

  it('of one set-up has the pooled spread; two of them are one estimate', () => {
    const one = changeBetween(lesson(0, [0]), lesson(7, [1, 3]), pooled(8, 4));
    // 8 of one with four degrees of freedom, 2/2 of two with one, and twice their product, pooled.
    expect(one.uncertaintyRad).toBeCloseTo(Math.sqrt(9) / 100, 12);
    expect(one.degreesOfFreedom).toBeCloseTo(81 / (64 / 4 + 1 / 1 + (2 * 8 * 1) / 4), 9);
    const other = changeBetween(lesson(0, [1, 3]), lesson(7, [0]), pooled(8, 4));
    expect(other.degreesOfFreedom).toBeCloseTo(81 / (64 / 4 + 1 / 1 + (2 * 8 * 1) / 4), 9);
    const both = changeBetween(lesson(0, [0]), lesson(7, [1]), pooled(8, 4));
    expect(both.degreesOfFreedom).toBeCloseTo(4, 9);
    expect(changeBetween(lesson(0, [0]), lesson(7, [1]), pooled(8, 0)).degreesOfFreedom).toBeNull();
  });

  it('allows for two days, as far as it is known how differently they stand', () => {
    const found = changeBetween(lesson(0, [0]), lesson(7, [1]), pooled(8, 4, { day: 3, lessons: 6 }));
    expect(found.uncertaintyRad).toBeCloseTo(Math.sqrt(16 + 18) / 100, 12);
    expect(found.degreesOfFreedom).toBeCloseTo(34 ** 2 / (18 ** 2 / 9 + 64 / 4 + 64 / 4 + (2 * 64) / 4), 9);
    const known = changeBetween(lesson(0, [0]), lesson(7, [1]), pooled(8, 0, { day: 3, lessons: 6 }));
    expect(known.degreesOfFreedom).toBeCloseTo(34 ** 2 / (18 ** 2 / 9), 9);
  });

  it('is real at one in twenty, and not beyond', () => {
    const at = (delta: number): boolean =>
      changeBetween(lesson(0, [0]), lesson(7, [delta]), pooled(2, 0)).real;
    // u = 2; the normal point.
    expect([at(2 * 1.95996), at(2 * 1.95997)]).toEqual([false, true]);
    expect(CHANGE_LEVEL).toBe(0.05);
  });
});

describe('the changes of a series', () => {
  it('are as many as there are neighbours, and what is real is so among all of them', () => {
    const lessons = [0, 4.2, 4.2, 4.2, 4.2, 4.2].map((value, i) => lesson(i * 7, [value]));
    const changes = changesOf(lessons, pooled(2, 0));
    expect(changes.map((c) => Number((c.deltaRad * 100).toFixed(9)))).toEqual([4.2, 0, 0, 0, 0]);
    // Alone the first were real (p = 0.036); one of five it is not.
    expect(changeBetween(lessons[0] as SeriesLesson, lessons[1] as SeriesLesson, pooled(2, 0)).real).toBe(
      true,
    );
    expect(changes.map((c) => c.real)).toEqual([false, false, false, false, false]);
    const far = changesOf([lesson(0, [0]), lesson(7, [9]), lesson(14, [9])], pooled(2, 0));
    expect(far.map((c) => c.real)).toEqual([true, false]);
    expect(changesOf([lesson(0, [1])], pooled(2, 0))).toEqual([]);
  });
});
