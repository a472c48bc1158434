import { describe, expect, it } from 'vitest';
import { conformity } from '../uncertainty/conformity.ts';
import { lessonSpread, observationVariance } from './lesson-spread.ts';
import { filterLevels, likeliestWalk, logLikelihoodOf, smoothLevels } from './local-level.ts';
import { mixedLevels } from './mixed-levels.ts';
import { repeatabilityOf } from './repeatability.ts';
import { type SeriesLesson } from './series.ts';
import { trackSeries } from './track.ts';

const DEG = Math.PI / 180;
const lesson = (day: number, degrees: readonly number[], uDeg = 0.6): SeriesLesson => ({
  day,
  targetLineUncertaintyRad: 0.2 * DEG,
  reps: degrees.map((d) => ({ handedAzimuthRad: d * DEG, measurementUncertaintyRad: uDeg * DEG })),
});

describe('a lesson in short', () => {
  it('has the mean of its readings’ u², and a mean that is never surer than they are', () => {
    const uneven: SeriesLesson = {
      ...lesson(0, []),
      reps: [
        { handedAzimuthRad: 0.1, measurementUncertaintyRad: 0.03 },
        { handedAzimuthRad: 0.3, measurementUncertaintyRad: 0.01 },
      ],
    };
    expect(lessonSpread(uneven.reps)).toMatchObject({
      count: 2,
      meanRad: expect.closeTo(0.2, 12) as number,
      squares: expect.closeTo(0.02, 12) as number,
      meanSquareUncertainty: expect.closeTo(0.0005, 12) as number,
    });
    const line = (0.2 * DEG) ** 2;
    expect(observationVariance(uneven, { variance: 0.0004, degreesOfFreedom: 3 })).toBeCloseTo(
      0.00025 + line,
      12,
    );
    expect(observationVariance(uneven, { variance: 0.0006, degreesOfFreedom: 3 })).toBeCloseTo(
      0.0003 + line,
      12,
    );
  });

  it('in a track has its own spread, or none where it has one set-up', () => {
    const track = trackSeries({
      line: 'toes',
      toleranceRad: [-2 * DEG, 2 * DEG],
      lessons: [lesson(0, [1, 3, 5]), lesson(7, [4]), lesson(20, [9, 10])],
    });
    const told = track.lessons.map(({ day, count, meanRad, sdRad }) => [
      day,
      count,
      Number((meanRad / DEG).toFixed(9)),
      sdRad === null ? null : Number((sdRad / DEG).toFixed(9)),
    ]);
    expect(told).toEqual([
      [0, 3, 3, 2],
      [7, 1, 4, null],
      [20, 2, 9.5, Number(Math.SQRT1_2.toFixed(9))],
    ]);
    const observations = track.lessons.map((l) => ({
      day: l.day,
      value: l.meanRad,
      variance: l.observationVariance,
    }));
    expect(track.q).toBe(likeliestWalk(observations));
    expect(track.q).toBeGreaterThan(0);
    expect(track.logLikelihood).toBe(logLikelihoodOf(observations, track.q));
    expect(track.forecast).toBeNull();
  });
});

describe('levels over every walk that is thought possible', () => {
  const tolerance = [-2 * DEG, 2 * DEG] as const;
  const observations = [0, 10, 24]
    .map((day, i) => ({
      day,
      value: [4, 1, 0.5][i] as number,
      variance: [1, 0.8, 1.2][i] as number,
    }))
    .map((o) => ({ ...o, value: o.value * DEG, variance: o.variance * DEG ** 2 }));
  const walks = Array.from({ length: 41 }, (_, k) => ((k / 40) * 8 * DEG) ** 2 / 30);

  /** The mixture written out: each walk counts by its likelihood. */
  function mixture(
    upTo: number,
    levelOf: (q: number) => { readonly mean: number; readonly variance: number },
  ) {
    const parts = walks.map((q) => ({
      ...levelOf(q),
      w: Math.exp(logLikelihoodOf(observations.slice(0, upTo + 1), q)),
    }));
    const whole = parts.reduce((sum, p) => sum + p.w, 0);
    const mean = parts.reduce((sum, p) => sum + p.w * p.mean, 0) / whole;
    const square = parts.reduce((sum, p) => sum + p.w * (p.variance + p.mean ** 2), 0) / whole;
    const within = parts.reduce(
      (sum, p) => sum + p.w * conformity(p.mean, Math.sqrt(p.variance), tolerance).conformanceProbability,
      0,
    );
    return {
      levelRad: expect.closeTo(mean, 10) as number,
      standardDeviationRad: expect.closeTo(Math.sqrt(square - mean ** 2), 10) as number,
      probabilityInTolerance: expect.closeTo(within / whole, 9) as number,
    };
  }

  it('are the mixture of them all: what was known then, what is known now, and on a day to come', () => {
    const mixed = mixedLevels(observations, tolerance, 54);
    const at = (q: number) => filterLevels(observations, q).filtered;
    mixed.filtered.forEach((level, i) => {
      expect(level).toEqual(mixture(i, (q) => at(q)[i] ?? { mean: Number.NaN, variance: 0 }));
    });
    mixed.smoothed.forEach((level, i) => {
      expect(level).toEqual(
        mixture(2, (q) => smoothLevels(observations, at(q), q)[i] ?? { mean: Number.NaN, variance: 0 }),
      );
    });
    expect(mixed.forecast).toEqual(
      mixture(2, (q) => {
        const last = at(q)[2] ?? { mean: Number.NaN, variance: 0 };
        return { mean: last.mean, variance: last.variance + q * 30 };
      }),
    );
    // Days before the last lesson take nothing away from what is known.
    expect(mixedLevels(observations, tolerance, 3).forecast).toEqual(mixed.smoothed[2]);
    expect(mixedLevels(observations, tolerance).forecast).toBeNull();
  });

  it('hold where one lesson is far off what every walk allows', () => {
    const far = observations.map((o, i) =>
      i === 1 ? { ...o, value: 44 * DEG, variance: (0.01 * DEG) ** 2 } : o,
    );
    for (const level of mixedLevels(far, tolerance, 54).smoothed)
      expect(
        [level.levelRad, level.standardDeviationRad, level.probabilityInTolerance].every(Number.isFinite),
      ).toBe(true);
  });
});

describe('how repeatably a landmark is found', () => {
  const none = { resolutionM: 0, plumbM: 0 };

  it('is half of a difference’s variance, over the set-ups that were read twice', () => {
    // 0.5 · (2 · 1 + 8) over 2 + 1 degrees of freedom, mm².
    const study = repeatabilityOf([[0.001, 0.002, 0.003], [0.5], [0.0, 0.004], []], none);
    expect(study.degreesOfFreedom).toBe(3);
    expect(study.endSdM * 1000).toBeCloseTo(Math.sqrt((0.5 * (2 + 8)) / 3), 9);
  });

  it('is widened from three degrees of freedom on, and less the tape and the bob', () => {
    const spread = repeatabilityOf([[0.001, 0.002, 0.003, 0.004]], none);
    expect(spread.landmarkM).toBeCloseTo(spread.endSdM * Math.sqrt(3), 12);
    const few = repeatabilityOf([[0.001, 0.002, 0.003]], none);
    expect(few.landmarkM).toBeCloseTo(few.endSdM, 12);
    const less = repeatabilityOf([[0, 0.02, 0.04]], { resolutionM: 0.005, plumbM: 0.003 });
    expect(less.landmarkM).toBeCloseTo(Math.sqrt(less.endSdM ** 2 - 0.005 ** 2 / 12 - 0.003 ** 2), 12);
    expect(repeatabilityOf([[0, 0]], { resolutionM: 0.005, plumbM: 0.003 }).landmarkM).toBe(0);
  });

  it('cannot be said of set-ups that were read once', () => {
    expect(() => repeatabilityOf([[0.1], [0.2]], none)).toThrow(
      expect.objectContaining({
        code: 'empty',
        field: 'setups',
        detail: { advice: 'Read one unchanged set-up at least twice.' },
      }) as Error,
    );
  });
});
