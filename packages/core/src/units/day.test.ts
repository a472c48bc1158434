import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayAfter, dayNumber, dayOfNumber, daysBetween } from './day.ts';

const days = fc.integer({ min: -25_567, max: 84_370 }).map(dayOfNumber);

describe('days of the calendar', () => {
  it('are counted over the ends of months, leap years and centuries', () => {
    expect(dayAfter('2028-02-28', 1)).toBe('2028-02-29');
    expect(dayAfter('2100-02-28', 1)).toBe('2100-03-01');
    expect(dayAfter('2026-01-01', -1)).toBe('2025-12-31');
    expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2);
  });

  it('come back from their numbers, whatever clock the place has', () => {
    fc.assert(
      fc.property(days, fc.integer({ min: -400, max: 400 }), (day, n) => {
        expect(dayOfNumber(dayNumber(day))).toBe(day);
        expect(daysBetween(day, dayAfter(day, n))).toBe(n);
      }),
    );
  });

  it('are no number where they are no text of a day', () => {
    expect(dayNumber('tomorrow')).toBeNaN();
  });
});
