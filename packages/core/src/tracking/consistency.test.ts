import { describe, expect, it } from 'vitest';
import { radiansFromDegrees } from '../units/angle.ts';
import { chiSquaredQuantile } from '../uncertainty/chi-squared-quantile.ts';
import { chiSquaredUpperTail } from '../uncertainty/chi-squared.ts';
import { consistencyOf } from './consistency.ts';
import { eyeRecord } from './eye.ts';
import { readdressSpread } from './readdress.ts';
import { repeatabilityOf } from './repeatability.ts';

const deg = radiansFromDegrees;

describe('the chi-squared quantile', () => {
  // Closed forms: with 2 degrees of freedom χ² = −2 ln(1 − p); with 4, p = 1 − e^(−x/2)(1 + x/2).
  it('agrees with closed forms to 12 digits', () => {
    for (const p of [0.001, 0.025, 0.5, 0.975, 0.999]) {
      expect(chiSquaredQuantile(p, 2) / (-2 * Math.log1p(-p))).toBeCloseTo(1, 12);
      const x = chiSquaredQuantile(p, 4);
      expect(1 - Math.exp(-x / 2) * (1 + x / 2)).toBeCloseTo(p, 12);
    }
  });

  it('is the inverse of the upper tail for any degrees of freedom', () => {
    for (const nu of [1, 3, 7, 30, 400]) {
      expect(chiSquaredUpperTail(chiSquaredQuantile(0.975, nu), nu)).toBeCloseTo(0.025, 11);
    }
    expect(() => chiSquaredQuantile(0.5, 0)).toThrow(
      expect.objectContaining({ code: 'not-positive' }) as Error,
    );
  });
});

describe('bias and consistency', () => {
  // Worked by hand: mean 6, s² = 10/4, t(4) = 2.7764, χ²(4) at 0.975 and 0.025 = 11.1433, 0.48442.
  it('of five set-ups has the intervals of Student and of chi-squared', () => {
    const { count, meanRad, meanHalfRad, sdRad, sdIntervalRad, shareOut } = consistencyOf(
      [4, 5, 6, 7, 8].map(deg),
      [deg(-2), deg(6.5)],
    );
    expect(count).toBe(5);
    expect(meanRad).toBeCloseTo(deg(6), 12);
    expect(meanHalfRad).toBeCloseTo(deg(1.96325), 6);
    expect(sdRad).toBeCloseTo(deg(Math.sqrt(2.5)), 12);
    expect(sdIntervalRad?.[0]).toBeCloseTo(deg(0.94731), 6);
    expect(sdIntervalRad?.[1]).toBeCloseTo(deg(4.54346), 5);
    expect(shareOut).toBe(0.4);
  });

  it('counts out what is beyond a limit, and not what stands on it', () => {
    expect(consistencyOf([-2, -1, 0, 1, 1.5, 3], [-1, 1]).shareOut).toBeCloseTo(3 / 6, 12);
    expect(consistencyOf([0], [-1, 1]).shareOut).toBe(0);
    expect(consistencyOf([0, 3]).shareOut).toBeNull();
  });

  it('of a single set-up knows no interval, and of none nothing', () => {
    expect(consistencyOf([0.1])).toMatchObject({ meanHalfRad: null, sdRad: null, shareOut: null });
    expect(() => consistencyOf([])).toThrow(expect.objectContaining({ code: 'empty' }) as Error);
  });
});

describe('the re-address spread', () => {
  const rep = (d: number, u = 1) => ({ handedAzimuthRad: deg(d), measurementUncertaintyRad: deg(u) });

  it('is what set-ups scatter beyond what the readings explain', () => {
    const lessons = [
      [rep(0), rep(4), rep(2)],
      [rep(6), rep(2), rep(4)],
      [rep(5), rep(7)],
    ];
    const { sdRad, degreesOfFreedom, learned } = readdressSpread(lessons, deg(2));
    expect(degreesOfFreedom).toBe(5);
    expect(learned).toBe(true);
    // Moments alone give √(18/5 − 1) = 1.6°; five set-ups leave the rest to what students usually do.
    expect(sdRad).toBeGreaterThan(deg(1.6));
    expect(sdRad).toBeLessThan(deg(2.6));
  });

  it('stays the usual one while there is little to learn from, and is never nothing', () => {
    expect(readdressSpread([[rep(0), rep(9)]], deg(2))).toEqual({
      sdRad: deg(2),
      degreesOfFreedom: 1,
      learned: false,
    });
    const same = Array.from({ length: 6 }, () => [rep(1, 2), rep(1, 2)]);
    expect(readdressSpread(same, deg(2)).sdRad).toBeGreaterThan(deg(0.5));
    expect(readdressSpread(same, deg(2)).sdRad).toBeLessThan(deg(1.8));
  });

  it.each([0.7, 2, 4])('comes to what it is, %s°, with many set-ups', (trueDeg) => {
    // Half a lesson above, half below: the variance within is exactly s_r² + u².
    const away = Math.sqrt((trueDeg ** 2 + 0.5 ** 2) / 2);
    const many = Array.from({ length: 200 }, () => [rep(away, 0.5), rep(-away, 0.5)]);
    expect(readdressSpread(many, deg(2)).sdRad).toBeCloseTo(deg(trueDeg), 2);
  });
});

describe('an instructor’s eye', () => {
  it('has a bias and an uncertainty of its own, the tape’s taken out', () => {
    const guess = (d: number) => ({ differenceRad: deg(d), readingUncertaintyRad: deg(1) });
    const { biasRad, uncertaintyRad, biasHalfRad } = eyeRecord([guess(-1), guess(3), guess(7)]);
    expect(biasRad).toBeCloseTo(deg(3), 12);
    expect(uncertaintyRad).toBeCloseTo(deg(Math.sqrt(16 - 1)), 12);
    expect(biasHalfRad).toBeCloseTo(deg((4.302652729911275 * 4) / Math.sqrt(3)), 6);
    const three = eyeRecord([guess(-1), guess(3), guess(7)]);
    const [low, high] = three.uncertaintyIntervalRad ?? [Number.NaN, Number.NaN];
    expect(low).toBeLessThan(three.uncertaintyRad ?? 0);
    expect(high).toBeGreaterThan(three.uncertaintyRad ?? Number.POSITIVE_INFINITY);
    expect(eyeRecord([guess(2)]).uncertaintyIntervalRad).toBeNull();
    expect(eyeRecord([guess(2)])).toMatchObject({ uncertaintyRad: null, biasHalfRad: null });
  });
});

describe('a repeatability study', () => {
  it('gives one end half the variance of a difference, pooled, and takes tape and bob out', () => {
    const study = repeatabilityOf(
      [
        [0.03, 0.034, 0.032],
        [0.01, 0.014],
      ],
      { resolutionM: 0, plumbM: 0 },
    );
    expect(study.degreesOfFreedom).toBe(3);
    expect(study.endSdM).toBeCloseTo(Math.sqrt((4e-6 + 4e-6) / 3), 12);
    const [low, high] = study.endSdIntervalM;
    expect(low).toBeLessThan(study.endSdM);
    expect(high).toBeGreaterThan(study.endSdM);
    const withTape = repeatabilityOf([[0.03, 0.04, 0.02]], { resolutionM: 0.005, plumbM: 0.003 });
    expect(withTape.landmarkM).toBeCloseTo(
      Math.sqrt(withTape.endSdM ** 2 - 0.005 ** 2 / 12 - 0.003 ** 2),
      12,
    );
    // From three degrees of freedom on it is widened by √(ν/(ν − 2)).
    expect(study.landmarkM).toBeCloseTo(study.endSdM * Math.sqrt(3), 12);
    expect(() => repeatabilityOf([[0.03]], { resolutionM: 0, plumbM: 0 })).toThrow(
      expect.objectContaining({ code: 'empty' }) as Error,
    );
  });
});
