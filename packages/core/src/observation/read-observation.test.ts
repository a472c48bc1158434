import { describe, expect, it } from 'vitest';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type Observation } from './observation.ts';
import { readObservation } from './read-observation.ts';
import { type GapsObservation } from './ways/gaps.ts';

const DEG = Math.PI / 180;
const toes: GapsObservation = { line: 'toes', by: 'gaps', leadGapM: 0.571, trailGapM: 0.602, baseM: 0.45 };

function refusal(o: Observation): RefusedInput {
  try {
    readObservation(o, 'right');
  } catch (error) {
    if (error instanceof RefusedInput) return error;
    throw error;
  }
  throw new Error('was not refused');
}

describe('an observation', () => {
  it.each([
    // D = 31 mm over 450 mm.
    [toes, Math.atan(31 / 450)],
    [{ ...toes, baseAlong: 'rod' }, Math.asin(31 / 450)],
    [{ line: 'face', by: 'square', heelGapM: 0.004, toeGapM: 0.001, baseM: 0.075 }, Math.atan(3 / 75)],
    // A rod downrange of the face gives negative gaps.
    [{ line: 'face', by: 'square', heelGapM: -0.001, toeGapM: -0.004, baseM: 0.075 }, Math.atan(3 / 75)],
    [{ line: 'face', by: 'faceRod', faceGapM: 0.002, tipGapM: -0.003, lengthM: 0.6 }, Math.asin(5 / 600)],
    [{ line: 'hips', by: 'pointsAt', lateralM: 5, distanceM: 150, gapM: 0.6 }, Math.atan(5.6 / 150)],
    [{ line: 'hips', by: 'angle', readingRad: 3 * DEG }, 3 * DEG],
    [{ line: 'hips', by: 'eye', readingRad: -3 * DEG }, -3 * DEG],
  ] as [Observation, number][])('%o has its azimuth', (o, azimuth) => {
    expect(readObservation(o, 'right').handedAzimuthRad).toBeCloseTo(azimuth, 15);
  });

  it('has the standard uncertainties that the choice of tool is taught by', () => {
    const u = (o: Observation): number => readObservation(o, 'right').standardUncertaintyRad / DEG;
    const edge = { line: 'face', by: 'square', heelGapM: 0, toeGapM: 0, baseM: 0.075 } as const;
    expect(u(edge)).toBeCloseTo(1.9, 1);
    expect(u({ ...edge, resolutionM: 0.001 })).toBeCloseTo(1.1, 1);
    const seated = {
      line: 'face',
      by: 'faceRod',
      faceGapM: 0,
      tipGapM: 0,
      lengthM: 0.6,
      resolutionM: 0.001,
    } as const;
    expect(u({ ...seated, seatingUncertaintyRad: 0.5 * DEG })).toBeCloseTo(0.5, 1);
    const shoulders = {
      line: 'shoulders',
      by: 'gaps',
      leadGapM: 0,
      trailGapM: 0,
      baseM: 0.4,
      plumbM: 0.003,
    } as const;
    expect(u(shoulders)).toBeCloseTo(2.1, 0);
    // 0.81° of it the seating, which no longer rod makes smaller.
    expect(u({ ...shoulders, baseM: 1, rod: true })).toBeCloseTo(0.85, 2);
    expect(u({ ...shoulders, baseM: 2, rod: true })).toBeGreaterThan(0.81);
  });

  it('is more certain over a longer base and with a finer tape', () => {
    const u = (o: Partial<GapsObservation>): number =>
      readObservation({ ...toes, ...o }, 'right').standardUncertaintyRad;
    expect(u({ baseM: 0.9 })).toBeLessThan(u({}));
    expect(u({ resolutionM: 0.001 })).toBeLessThan(u({}));
    expect(u({ rod: true })).toBeLessThan(u({}));
    expect(u({ plumbM: 0.006 })).toBeGreaterThan(u({ plumbM: 0.003 }));
  });

  it('is exactly zero when square', () => {
    const square = readObservation({ ...toes, trailGapM: 0.571 }, 'left').handedAzimuthRad;
    expect(Object.is(square, 0)).toBe(true);
  });
});

describe('an impossible reading is refused by name', () => {
  it.each([
    [{ ...toes, baseM: 0 }, 'not-positive', 'baseM'],
    [{ ...toes, baseM: -0.45 }, 'negative', 'baseM'],
    [{ ...toes, leadGapM: Number.NaN }, 'not-finite', 'leadGapM'],
    [{ ...toes, trailGapM: Number.POSITIVE_INFINITY }, 'not-finite', 'trailGapM'],
    [{ ...toes, leadGapM: 571 }, 'out-of-range', 'leadGapM'],
    [{ ...toes, trailGapM: 1.2, baseAlong: 'rod' }, 'gap-exceeds-base', 'trailGapM'],
    [{ ...toes, trailGapM: 1.022 }, 'angle-beyond-45', 'trailGapM'],
    [{ ...toes, endUncertaintyM: 0 }, 'not-positive', 'endUncertaintyM'],
    [{ ...toes, resolutionM: -0.001 }, 'out-of-range', 'resolutionM'],
    [{ ...toes, line: 'face' }, 'wrong-kind', 'by'],
    [{ line: 'toes', by: 'square', heelGapM: 0, toeGapM: 0, baseM: 0.075 }, 'wrong-kind', 'by'],
    [{ line: 'hips', by: 'faceRod', faceGapM: 0, tipGapM: 0, lengthM: 0.6 }, 'wrong-kind', 'by'],
    [{ line: 'hips', by: 'pointsAt', lateralM: 5, distanceM: 0 }, 'not-positive', 'distanceM'],
    [{ line: 'hips', by: 'angle', readingRad: 1 }, 'angle-beyond-45', 'readingRad'],
    [{ line: 'hips', by: 'eye', readingRad: 0, uncertaintyRad: 0 }, 'not-positive', 'uncertaintyRad'],
    [{ ...toes, hold: 0 }, 'out-of-range', 'hold'],
    [{ ...toes, hold: 1.5 }, 'out-of-range', 'hold'],
  ] as [Observation, string, string][])('%o', (o, code, field) => {
    expect(refusal(o)).toMatchObject({ code, field });
  });

  it('up to 45° on either side it is not', () => {
    for (const d of [0.4499, -0.4499]) {
      expect(() => readObservation({ ...toes, trailGapM: 0.571 + d }, 'right')).not.toThrow();
    }
  });
});
