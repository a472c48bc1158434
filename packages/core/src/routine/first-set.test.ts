import { describe, expect, it } from 'vitest';
import { besideFirstSet, firstSetOf, type WalkedReading } from './first-set.ts';

const reading = (first: 'face' | 'feet', handedAzimuthRad: number): WalkedReading => ({
  first,
  handedAzimuthRad,
  targetLineUncertaintyRad: 0,
});

describe('what was set first', () => {
  it('is told where both the face and a foot were seen', () => {
    expect(firstSetOf(['sight', 'face', 'grip', 'stance'])).toBe('face');
    expect(firstSetOf(['trailFoot', 'face', 'leadStep'])).toBe('feet');
    // Feet together before the face is aimed over them: nothing is set yet.
    expect(firstSetOf(['feetTogether', 'face', 'leadStep', 'trailStep'])).toBe('face');
    expect(firstSetOf(['face', 'go'])).toBeNull();
    expect(firstSetOf(['stance'])).toBeNull();
  });

  it('stands beside the lines from five of each on, with mean and interval', () => {
    const face = [0.01, 0.02, 0.03, 0.04, 0.05].map((rad) => reading('face', rad));
    const feet = [0.1, 0.1, 0.1, 0.1, 0.1, 0.1].map((rad) => reading('feet', rad));
    expect(besideFirstSet([...face.slice(1), ...feet])).toBeNull();
    expect(besideFirstSet([...face, ...feet.slice(2)])).toBeNull();
    const beside = besideFirstSet([...face, ...feet]);
    expect(beside?.face).toMatchObject({ count: 5 });
    expect(beside?.face.meanRad).toBeCloseTo(0.03, 12);
    // t(4) = 2.776, s = 0.015811, √5.
    expect(beside?.face.halfRad).toBeCloseTo((2.7764451 * 0.0158113883) / Math.sqrt(5), 6);
    expect(beside?.feet.halfRad).toBeCloseTo(0, 12);
  });

  it('is no surer than the line that was laid', () => {
    const [u, rows] = [0.01, Array.from({ length: 5 })];
    const all = (['face', 'feet'] as const).flatMap((first) =>
      rows.map(() => ({ ...reading(first, 0.02), targetLineUncertaintyRad: u })),
    );
    expect(besideFirstSet(all)?.face.halfRad).toBeCloseTo(1.96 * u, 4);
  });
});
