import { describe, expect, it } from 'vitest';
import { conformity, DEFAULT_DECISION_LIMITS } from '../uncertainty/conformity.ts';
import { reachOf } from './reach.ts';
import { type AtHand, HOLDING_TIMES } from '../observation/at-hand.ts';
import { waysOf } from './ways.ts';

const DEG = Math.PI / 180;
const bare: AtHand = {
  tapeDivisionM: 0.005,
  faceDivisionM: 0.001,
  plumbM: 0.003,
  gauge: false,
  eyeRad: 4 * DEG,
};

describe('the reach of a way of reading', () => {
  const planned = (uDeg: number) =>
    reachOf({
      measurementUncertaintyRad: uDeg * DEG,
      targetLineUncertaintyRad: 0,
      tolerance: [-1.5 * DEG, 1.5 * DEG],
      limits: DEFAULT_DECISION_LIMITS,
    });

  it('is nothing for a 75 mm leading edge read with a 5 mm tape, something for a seated rod', () => {
    const uOf = (by: string): number =>
      waysOf('face', { ...bare, faceDivisionM: 0.005, faceRodM: 0.6 }, HOLDING_TIMES).find((w) => w.by === by)
        ?.measurementUncertaintyRad ?? Number.NaN;
    // Worked numbers of the trade: 1.9° and about 0.5°.
    expect(uOf('square') / DEG).toBeCloseTo(1.9, 2);
    expect(uOf('faceRod') / DEG).toBeCloseTo(0.55, 2);
    expect(planned(1.9).canSayIn).toBe(false);
    const rod = planned(0.5);
    expect(rod.canSayIn).toBe(true);
    expect((rod.inWithinRad?.[1] ?? 0) / DEG).toBeCloseTo(0.67, 1);
  });

  it('ends where u is half the tolerance over 1.96', () => {
    expect(planned(1).greatestUncertaintyRad / DEG).toBeCloseTo(1.5 / 1.96, 3);
  });

  it('lies about the middle of a tolerance that is not about zero, as far as “in” is said there', () => {
    const wish = {
      measurementUncertaintyRad: 0.6 * DEG,
      targetLineUncertaintyRad: 0.8 * DEG,
      tolerance: [1 * DEG, 7 * DEG] as const,
      limits: DEFAULT_DECISION_LIMITS,
    };
    const { canSayIn, inWithinRad } = reachOf(wish);
    expect(canSayIn).toBe(true);
    const [low, high] = inWithinRad ?? [Number.NaN, Number.NaN];
    expect((low + high) / 2 / DEG).toBeCloseTo(4, 12);
    // u of the reading and of the line together is one degree: one sided, 1.645 of it from the nearer limit.
    expect(high / DEG).toBeCloseTo(7 - 1.6448536, 3);
    const says = (value: number): boolean =>
      conformity(value, DEG, wish.tolerance).conformanceProbability >= wish.limits.inProbability;
    expect([says(high), says(high + 1e-9)]).toEqual([true, false]);
    const narrow = reachOf({ ...wish, tolerance: [3.9 * DEG, 4.1 * DEG] });
    expect(narrow).toMatchObject({ canSayIn: false, inWithinRad: null });
    expect(narrow.greatestUncertaintyRad / DEG).toBeCloseTo(0.1 / 1.96, 3);
  });
});
