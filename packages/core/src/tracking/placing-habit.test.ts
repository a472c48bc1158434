import { describe, expect, it } from 'vitest';
import { placingHabit } from './placing-habit.ts';

describe('where a student usually has the ball', () => {
  it('is nothing before anything was read', () => {
    expect(placingHabit([], 0.16)).toBeNull();
  });

  it('one set-up is drawn a little toward the usual, by the variances', () => {
    // 60² against (5·12²)/5 = 12² mm²: weight of the reading 3600/3744.
    const habit = placingHabit([{ day: 100, valuesM: [0.04] }], 0);
    expect(habit?.levelM).toBeCloseTo((0.04 * 3600) / 3744, 9);
    expect(habit?.standardUncertaintyM).toBeCloseTo(Math.sqrt((3600 * 144) / 3744) / 1000, 9);
    expect(habit?.setUps).toBe(1);
  });

  it('narrows with set-ups, and a spread of one’s own replaces the usual one', () => {
    const one = placingHabit([{ day: 0, valuesM: [0.03] }], 0);
    const still = placingHabit([{ day: 0, valuesM: [0.03, 0.03, 0.03, 0.03, 0.03, 0.03] }], 0);
    const wild = placingHabit([{ day: 0, valuesM: [0, 0.06, 0, 0.06, 0, 0.06] }], 0);
    expect(still?.spreadM).toBeLessThan(0.012);
    expect(still?.standardUncertaintyM).toBeLessThan((one?.standardUncertaintyM ?? 0) / 2);
    expect(wild?.spreadM).toBeGreaterThan(0.02);
    expect(wild?.standardUncertaintyM).toBeGreaterThan(still?.standardUncertaintyM ?? 1);
  });

  it('follows a student who changed: the newest lesson weighs most', () => {
    const habit = placingHabit(
      [
        { day: 0, valuesM: [0.06, 0.06, 0.06] },
        { day: 180, valuesM: [0, 0, 0] },
      ],
      0,
    );
    expect(habit?.levelM).toBeGreaterThan(0);
    expect(habit?.levelM).toBeLessThan(0.015);
  });

  it('a length that is none is refused by name', () => {
    expect(() => placingHabit([{ day: 0, valuesM: [12] }], 0)).toThrow(
      expect.objectContaining({ field: 'valuesM' }) as Error,
    );
  });
});
