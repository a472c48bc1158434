import { describe, expect, it } from 'vitest';
import { lessonSpread, observationVariance, pooledSpread } from './lesson-spread.ts';
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
    // What a lesson’s mean is off by: its reading, and how differently they stand from day to day.
    const pooled = pooledSpread([lesson(0, [1, 3, 5]), lesson(7, [4]), lesson(20, [9, 10])]);
    const read = observationVariance(lesson(7, [4]), pooled);
    expect(track.lessons[1]?.observationVariance).toBeCloseTo(read + track.daySdRad ** 2, 12);
    expect(track.q).toBeGreaterThan(0);
    expect(track.forecast).toBeNull();
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
