import { describe, expect, it } from 'vitest';
import { studentT975, studentTwoSided } from '../uncertainty/student-t.ts';
import { beforeAfterOf, type LessonMean } from './before-after.ts';

const DEG = Math.PI / 180;
const lessons = (...degrees: readonly number[]): LessonMean[] =>
  degrees.map((deg, i) => ({ day: 7 * i, meanRad: deg * DEG, variance: 0.36 * DEG ** 2 }));

describe('lessons before a day against those from it on', () => {
  it('have their own spread and what is usual together', () => {
    const found = beforeAfterOf(lessons(4, 6, 1, 0, 2), 14);
    // R̄ + 0.8² = 1, counted three times; squares 2 and 2; 3 + 5 − 2 degrees of freedom.
    const s = Math.sqrt((3 * 1 + 2 + 2) / 6);
    const u = s * Math.sqrt(1 / 2 + 1 / 3);
    expect(found).toMatchObject({
      day: 14,
      marked: true,
      lessonsBefore: 2,
      lessonsAfter: 3,
      degreesOfFreedom: 6,
    });
    expect(found?.deltaRad).toBeCloseTo(-4 * DEG, 12);
    expect(found?.uncertaintyRad).toBeCloseTo(u * DEG, 12);
    expect(found?.pValue).toBeCloseTo(studentTwoSided(-4 / u, 6), 12);
    expect(found?.minimalDetectableChangeRad).toBeCloseTo(studentT975(6) * u * DEG, 12);
    expect(found?.real).toBe(true);
  });

  it('takes the first lesson from the marked day on, on that day or later', () => {
    expect(beforeAfterOf(lessons(4, 4, 0, 0), 8)?.day).toBe(14);
    expect(beforeAfterOf(lessons(4, 4, 0, 0), 14)?.day).toBe(14);
  });

  it('without a marked day is the cut that shows most, and pays for having looked at all of them', () => {
    const values = lessons(5, 5, 5, 1, 1);
    const found = beforeAfterOf(values);
    const alone = beforeAfterOf(values, 21);
    expect(found).toMatchObject({ day: 21, marked: false, lessonsBefore: 3 });
    expect(found?.pValue).toBeCloseTo(2 * (alone?.pValue ?? Number.NaN), 12);
    expect(beforeAfterOf(lessons(1, 1.1, 1, 1.1, 1))?.pValue).toBeLessThanOrEqual(1);
  });

  it('is nothing with fewer than two on a side', () => {
    expect(beforeAfterOf(lessons(4, 4, 0))).toBeNull();
    expect(beforeAfterOf(lessons(4, 4, 0, 0), 7)).toBeNull();
    expect(beforeAfterOf(lessons(4, 4, 0, 0), 21)).toBeNull();
    expect(beforeAfterOf(lessons(4, 4, 0, 0), 99)).toBeNull();
  });
});
