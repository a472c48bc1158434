import { describe, expect, it } from 'vitest';
import { lineBudgets } from './line-budget.ts';
import { type Setup } from './setup.ts';
import { solveSetup } from './solve.ts';

const DEG = Math.PI / 180;
const shoulders = {
  line: 'shoulders',
  by: 'gaps',
  leadGapM: 0.6,
  trailGapM: 0.63,
  baseM: 0.4,
  plumbM: 0.003,
} as const;
const setup = (observations: Setup['observations'], change: Partial<Setup> = {}): Setup => ({
  handedness: 'right',
  targetLine: { sightingRad: 0.5 * DEG },
  tolerancesRad: {},
  order: [],
  observations,
  ...change,
});
const only = (observations: Setup['observations'], rodM?: number) => {
  const [budget] = lineBudgets(setup(observations), rodM);
  if (budget === undefined) throw new Error('one line was read');
  return { ...budget, of: Object.fromEntries(budget.shares.map((s) => [s.source, s.share])) };
};

describe('what a line’s u is made of', () => {
  it('sums to the u that is stated, source by source', () => {
    const of = only([shoulders]);
    expect(of.standardUncertaintyRad).toBeCloseTo(
      solveSetup(setup([shoulders])).lines[0]?.standardUncertaintyRad ?? NaN,
      12,
    );
    expect(of.shares.reduce((sum, s) => sum + s.share, 0)).toBeCloseTo(1, 12);
    expect(of.shares.map((s) => s.source)).toEqual(['points', 'sway', 'target-line', 'tape', 'base']);
    // Two ends of 10 mm over 400 mm against the same with 3 mm of sway and a tape of 5 mm.
    const ends = 10 ** 2 + 3 ** 2 + 25 / 12;
    expect((of.of['points'] ?? 0) / (of.of['sway'] ?? 1)).toBeCloseTo(100 / 9, 6);
    expect((of.of['points'] ?? 0) / (of.of['tape'] ?? 1)).toBeCloseTo(100 / (25 / 12), 6);
    expect(of.of['points']).toBeLessThan(100 / ends);
  });

  it('says what would halve it: a rod across for bare points, the target line for a face read well', () => {
    expect(only([shoulders], 1).halvedBy).toEqual({
      readings: 5,
      rod: true,
      targetLine: false,
      rodAndTargetLine: false,
    });
    expect(only([shoulders]).halvedBy.rod).toBe(false);
    const gauge = { line: 'face', by: 'angle', readingRad: 0, uncertaintyRad: 0.1 * DEG } as const;
    expect(only([gauge])).toMatchObject({ of: { gauge: expect.closeTo(0.01 / 0.26, 6) as number } });
    expect(only([gauge]).halvedBy).toMatchObject({ readings: null, targetLine: true });
  });

  it('names what is shared: the judge, the square rod, and stepping in', () => {
    expect(Object.keys(only([{ line: 'hips', by: 'eye', readingRad: 0.05 }]).of)).toEqual([
      'judge',
      'target-line',
    ]);
    const square = { line: 'face', by: 'square', heelGapM: 0.004, toeGapM: 0.001, baseM: 0.075 } as const;
    expect(only([{ ...square, squareUncertaintyRad: 2 * DEG }]).shares[0]?.source).toBe('square-rod');
    const twice = only([shoulders, { ...shoulders, hold: 2 }]);
    expect(twice.of['stepping-in']).toBeGreaterThan(0.3);
    expect(twice.standardUncertaintyRad).toBeCloseTo(
      solveSetup(setup([shoulders, { ...shoulders, hold: 2 }])).lines[0]?.standardUncertaintyRad ?? NaN,
      12,
    );
  });

  it('has the mark, the gap and the look of a rod that points somewhere, and no target line', () => {
    const of = only([{ line: 'shoulders', by: 'pointsAt', lateralM: 4, distanceM: 150, rod: true }]).of;
    expect(Object.keys(of).toSorted()).toEqual(['gap', 'look', 'mark', 'seating']);
    expect(of['seating']).toBeGreaterThan(0.5);
  });
});
