import { describe, expect, it } from 'vitest';
import { RefusedInput } from '../refusal/refused-input.ts';
import { requireSeries } from './require-series.ts';
import { type Series, type SeriesLesson } from './series.ts';

const rep = { handedAzimuthRad: 0.1, measurementUncertaintyRad: 0.01 };
const lesson = (day: number, change: Partial<SeriesLesson> = {}): SeriesLesson => ({
  day,
  targetLineUncertaintyRad: 0.005,
  reps: [rep],
  ...change,
});
const series = (change: Partial<Series> = {}): Series => ({
  line: 'toes',
  toleranceRad: [-0.05, 0.05],
  lessons: [lesson(3), lesson(10)],
  ...change,
});

function refusalOf(bad: Series): Pick<RefusedInput, 'code' | 'field'> & { readonly message: string } {
  try {
    requireSeries(bad);
  } catch (error) {
    if (error instanceof RefusedInput) return error;
    throw error;
  }
  throw new Error('it was taken');
}

describe('a series', () => {
  it('that can be tracked is taken', () => {
    for (const good of [
      series(),
      series({ forecastDay: 10 }),
      series({ forecastDay: 190 }),
      series({ lessons: [lesson(-2)] }),
      series({ toleranceRad: [-Math.PI / 4, Math.PI / 4] }),
      series({ lessons: [lesson(3, { targetLineUncertaintyRad: 0, reps: [rep, rep] })] }),
    ])
      expect(() => requireSeries(good)).not.toThrow();
  });

  it.each<[Partial<Series>, string, string, RegExp]>([
    [{ toleranceRad: [-1, 0] }, 'out-of-range', 'toleranceRad.0', /digit/],
    [{ toleranceRad: [0, 1] }, 'out-of-range', 'toleranceRad.1', /digit/],
    [{ toleranceRad: [0.01, 0.01] }, 'tolerance-order', 'toleranceRad', /lower limit must be below/],
    [{ toleranceRad: [0.02, 0.01] }, 'tolerance-order', 'toleranceRad', /lower limit/],
    [{ lessons: [] }, 'empty', 'lessons', /at least one lesson/],
    [{ forecastDay: 9 }, 'date-order', 'forecastDate', /the last lesson’s or later/],
    [{ forecastDay: 10.5 }, 'date-order', 'forecastDate', /YYYY-MM-DD/],
    [{ lessons: [lesson(3.5)] }, 'not-finite', 'lessons.0.date', /YYYY-MM-DD/],
    [{ lessons: [lesson(3), lesson(3)] }, 'date-order', 'lessons.1.date', /order of their dates/],
    [{ lessons: [lesson(3), lesson(4), lesson(2)] }, 'date-order', 'lessons.2.date', /one a day/],
    [{ lessons: [lesson(3, { reps: [] })] }, 'empty', 'lessons.0.reps', /at least one set-up/],
    [
      { lessons: [lesson(3, { targetLineUncertaintyRad: -0.1 })] },
      'out-of-range',
      'lessons.0.targetLineUncertaintyRad',
      /digit/,
    ],
    [
      { lessons: [lesson(3), lesson(4, { reps: [rep, { ...rep, handedAzimuthRad: 1 }] })] },
      'out-of-range',
      'lessons.1.reps.1.handedAzimuthRad',
      /digit/,
    ],
    [
      { lessons: [lesson(3, { reps: [{ ...rep, measurementUncertaintyRad: 0 }] })] },
      'not-positive',
      'lessons.0.reps.0.measurementUncertaintyRad',
      /./,
    ],
    [
      { lessons: [lesson(3, { reps: [{ ...rep, measurementUncertaintyRad: 1 }] })] },
      'out-of-range',
      'lessons.0.reps.0.measurementUncertaintyRad',
      /digit/,
    ],
  ])('with %j is refused: %s at %s', (change, code, field, advice) => {
    const refusal = refusalOf(series(change));
    expect(refusal).toMatchObject({ code, field });
    expect(JSON.stringify({ ...refusal, message: refusal.message })).toMatch(advice);
  });
});
