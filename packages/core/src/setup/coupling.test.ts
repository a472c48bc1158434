import { describe, expect, it } from 'vitest';
import { coupling, type FeetAndShoulders } from './coupling.ts';

const deg = (d: number): number => (d * Math.PI) / 180;
const at = (feet: number, shoulders: number, u = 0.5): FeetAndShoulders => ({
  feetRad: deg(feet),
  feetUncertaintyRad: deg(u),
  shouldersRad: deg(shoulders),
  shouldersUncertaintyRad: deg(u),
});

describe('whether the shoulders follow the feet', () => {
  it('says how much of the move they went along', () => {
    const found = coupling(at(0, 0), at(20, 5), deg(1));
    expect(found?.movedRad).toBeCloseTo(deg(20), 12);
    expect(found?.followedRad).toBeCloseTo(deg(5), 12);
    expect(found?.share).toBeCloseTo(0.25, 12);
    const [low, high] = found?.interval ?? [Number.NaN, Number.NaN];
    expect(low).toBeGreaterThan(0);
    expect(high).toBeLessThan(0.5);
    expect(low).toBeLessThan(0.25);
  });

  it('at the ends of its interval the difference is exactly at the limit', () => {
    const [s, u] = [deg(1), deg(0.5)];
    const { interval, movedRad, followedRad } = coupling(at(0, 0), at(15, 9), s) ?? {
      interval: null,
      movedRad: 0,
      followedRad: 0,
    };
    for (const k of interval ?? []) {
      const variance = 2 * u ** 2 + k ** 2 * 2 * u ** 2 + (1 - k) ** 2 * 2 * s ** 2;
      expect(Math.abs(followedRad - k * movedRad) / Math.sqrt(variance)).toBeCloseTo(1.959964, 5);
    }
    expect(interval).toHaveLength(2);
  });

  it('has no bounds where the feet were moved too little', () => {
    expect(coupling(at(0, 0), at(2, 1), deg(2))?.interval).toBeNull();
    expect(coupling(at(3, 0), at(3, 1), deg(2))).toBeNull();
  });

  it('stepping in turned as a whole is not following, and widens nothing where they follow all the way', () => {
    const [calm, wild] = [deg(0.2), deg(3)].map((s) => coupling(at(0, 0), at(25, 25), s)?.interval);
    const width = (of: readonly [number, number] | null | undefined): number =>
      of ? of[1] - of[0] : Number.NaN;
    const apart = [deg(0.2), deg(3)].map((s) => width(coupling(at(0, 0), at(25, 0), s)?.interval));
    expect(width(wild) - width(calm)).toBeLessThan((apart[1] ?? 0) - (apart[0] ?? 0));
  });

  it('is refused for an angle that is none', () => {
    expect(() => coupling(at(0, 0), at(90, 0), 0)).toThrow(
      expect.objectContaining({ field: 'feetRad' }) as Error,
    );
  });
});
