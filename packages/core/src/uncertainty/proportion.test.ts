import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { proportion } from './proportion.ts';

describe('a share of a count', () => {
  // Newcombe's table of the score interval, four digits.
  it.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('%i of %i lies between %f and %f', (hits, of, low, high) => {
    const found = proportion(hits, of);
    expect(found.low).toBeCloseTo(low, 4);
    expect(found.high).toBeCloseTo(high, 4);
    expect(found.share).toBe(hits / of);
  });

  it('holds the share, stays between none and all, and mirrors with what is counted', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (of, part) => {
          const hits = Math.round(part * of);
          const { share, low, high } = proportion(hits, of);
          const mirror = proportion(of - hits, of);
          expect(low).toBeGreaterThanOrEqual(0);
          expect(high).toBeLessThanOrEqual(1);
          expect(low).toBeLessThanOrEqual(share);
          expect(high).toBeGreaterThanOrEqual(share);
          expect(mirror.low).toBeCloseTo(1 - high, 12);
        },
      ),
    );
  });

  it.each([
    [1, 0, 'of'],
    [-1, 3, 'hits'],
    [4, 3, 'hits'],
    [1.5, 3, 'hits'],
    [Number.NaN, 3, 'hits'],
  ])('is refused for %d of %d', (hits, of, field) => {
    expect(() => proportion(hits, of)).toThrow(field);
  });
});
