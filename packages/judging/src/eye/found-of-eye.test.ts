import { describe, expect, it } from 'vitest';
import { changeOfEye, foundOfEye } from './found-of-eye.ts';

type Eye = Parameters<typeof foundOfEye>[0];

/** Somebody to whom a turn looks right beyond a bias, without any doubt. */
const sides = (biasDeg: number, count = 20): Eye => ({
  task: 'side',
  distanceM: 150,
  trials: Array.from({ length: count }, (_, n) => {
    const turnDeg = biasDeg + (n % 2 === 0 ? 1 : -1) * (0.5 + n / 8);
    return { turnDeg, saidRight: turnDeg > biasDeg, help: 'blind' as const };
  }),
});

const left = (...degs: readonly (readonly ['blind' | 'told' | 'mark', number])[]): Eye => ({
  task: 'square',
  distanceM: 150,
  trials: degs.map(([help, answeredDeg]) => ({ turnDeg: 5, answeredDeg, help })),
});

describe('what pictures say of an eye', () => {
  it('is a bias and a threshold from left or right, and nothing from a few', () => {
    const found = foundOfEye(sides(3));
    expect(found?.bias.meanDeg).toBeCloseTo(3, 0);
    expect(found?.bias.lowDeg).toBeGreaterThan(1.5);
    expect(found?.thresholdDeg).toBeGreaterThan(0);
    expect(foundOfEye(sides(3, 6))).toBeNull();
  });

  it('of turning counts what was left blind, after the help', () => {
    const all = left(
      ['blind', 6],
      ['blind', 6],
      ['blind', 6],
      ['told', 3],
      ['told', 3],
      ['told', 3],
      ['mark', 0],
      ['mark', 0],
      ['mark', 0],
      ['blind', 1],
      ['blind', 2],
      ['blind', 3],
    );
    expect(foundOfEye(all)).toMatchObject({ count: 3, thresholdDeg: null, bias: { meanDeg: 2 } });
    expect(foundOfEye(left(['blind', 4], ['blind', 5], ['blind', 6]))?.bias.meanDeg).toBe(5);
  });

  it('of pointing is on the other side of what was said: who sees it right takes left for square', () => {
    const found = foundOfEye({
      task: 'point',
      distanceM: 150,
      trials: [
        { turnDeg: 2, answeredDeg: 5, help: 'blind' },
        { turnDeg: -4, answeredDeg: -1, help: 'blind' },
        { turnDeg: 6, answeredDeg: 9.5, help: 'blind' },
      ],
    });
    expect(found?.bias.meanDeg).toBeCloseTo(-3.17, 2);
  });

  it('has changed where it is more than chance, and is compared with nothing where there is nothing', () => {
    expect(changeOfEye(sides(5), sides(0))?.real).toBe(true);
    expect(changeOfEye(sides(5), sides(5))?.real).toBe(false);
    expect(changeOfEye(null, sides(5))).toBeNull();
    expect(changeOfEye(sides(5, 4), sides(5))).toBeNull();
  });
});
