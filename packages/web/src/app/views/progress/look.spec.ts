import { closer, later, WHOLE } from './look.ts';

describe('looking at a part of the time', () => {
  it('comes closer around the middle, never closer than can be told apart, and back to the whole', () => {
    expect(closer(WHOLE, 0.5)).toEqual({ start: 25, end: 75 });
    expect(closer(closer(WHOLE, 0.5), 2)).toEqual(WHOLE);
    const closest = closer(WHOLE, 1e-6);
    expect(closest.end - closest.start).toBeCloseTo(4);
  });

  it('moves by a share of what is shown and stays inside', () => {
    expect(later({ start: 25, end: 75 }, 0.5)).toEqual({ start: 50, end: 100 });
    expect(later({ start: 25, end: 75 }, 3)).toEqual({ start: 50, end: 100 });
    expect(later({ start: 25, end: 75 }, -3)).toEqual({ start: 0, end: 50 });
    expect(later(WHOLE, 1)).toEqual(WHOLE);
  });
});
