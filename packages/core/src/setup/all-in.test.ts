import { describe, expect, it } from 'vitest';
import { radiansFromDegrees } from '../units/angle.ts';
import { conformity } from '../uncertainty/conformity.ts';
import { allInProbability, type JudgedReading } from './all-in.ts';

const line = (deg: number, u: number, [lo, hi]: readonly [number, number]): JudgedReading => ({
  handedAzimuthRad: radiansFromDegrees(deg),
  measurementUncertaintyRad: radiansFromDegrees(u),
  toleranceRad: [radiansFromDegrees(lo), radiansFromDegrees(hi)],
});

describe('all lines in at once', () => {
  it('of one line is its own conformance probability, the target line included', () => {
    const one = line(0.7, 0.6, [-2, 1.5]);
    const u = Math.hypot(0.6, 0.5);
    const alone = conformity(0.7, u, [-2, 1.5]).conformanceProbability;
    expect(allInProbability([one], radiansFromDegrees(0.5))).toBeCloseTo(alone, 9);
  });

  it('is the product while the target line is exact, and more than it when its error is shared', () => {
    const lines = [line(0.5, 0.4, [-1, 1]), line(0.6, 0.4, [-1, 1])];
    const product = lines
      .map((l) => conformity(l.handedAzimuthRad, l.measurementUncertaintyRad, l.toleranceRad))
      .reduce((p, c) => p * c.conformanceProbability, 1);
    expect(allInProbability(lines, 0)).toBeCloseTo(product, 12);
    const own = lines
      .map((l) =>
        conformity(
          l.handedAzimuthRad,
          Math.hypot(l.measurementUncertaintyRad, radiansFromDegrees(0.8)),
          l.toleranceRad,
        ),
      )
      .reduce((p, c) => p * c.conformanceProbability, 1);
    expect(allInProbability(lines, radiansFromDegrees(0.8))).toBeGreaterThan(own + 0.02);
  });

  it('agrees with a count over drawn errors', () => {
    const lines = [line(0.5, 0.5, [-1.5, 1.5]), line(-0.8, 1.1, [-2, 2]), line(1.2, 0.9, [-3, 1])];
    // A fixed low-discrepancy draw: no chance enters the test.
    let state = 1;
    const uniform = (): number => {
      state = (state * 48_271) % 2_147_483_647;
      return state / 2_147_483_647;
    };
    const normal = (): number => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    const draws = 200_000;
    let hits = 0;
    for (let i = 0; i < draws; i++) {
      const t = radiansFromDegrees(0.7) * normal();
      const isIn = lines.every(({ handedAzimuthRad, measurementUncertaintyRad, toleranceRad: [lo, hi] }) => {
        const truth = handedAzimuthRad + t + measurementUncertaintyRad * normal();
        return truth >= lo && truth <= hi;
      });
      if (isIn) hits++;
    }
    expect(allInProbability(lines, radiansFromDegrees(0.7))).toBeCloseTo(hits / draws, 2);
  });

  it('of no line is certain', () => {
    expect(allInProbability([], 0.01)).toBe(1);
  });

  it('is right to a millionth where one line is read far more sharply than the string is laid', () => {
    // One line alone, read exactly: Φ(hi/u) − Φ(lo/u) of the string's own error.
    for (const ratio of [1, 1e-2, 1e-4, 1e-6]) {
      const uTarget = radiansFromDegrees(0.8);
      const u = ratio * uTarget;
      const line: JudgedReading = {
        handedAzimuthRad: radiansFromDegrees(0.5),
        measurementUncertaintyRad: u,
        toleranceRad: [radiansFromDegrees(-1.2), radiansFromDegrees(1.2)],
      };
      const whole = conformity(line.handedAzimuthRad, Math.hypot(u, uTarget), line.toleranceRad);
      expect(allInProbability([line], uTarget)).toBeCloseTo(whole.conformanceProbability, 7);
      // The same line twice is in when it is in, as long as nothing else errs.
      if (ratio <= 1e-4)
        expect(allInProbability([line, line], uTarget)).toBeCloseTo(whole.conformanceProbability, 4);
    }
  });
});
