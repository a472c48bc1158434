import { DAYS, LIMITS, requireInside } from '../refusal/limits.ts';
import { RANGES, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type Series, type SeriesLesson } from './series.ts';

/**
 * Refuses a series that cannot be tracked: lo ≥ hi, no lessons, a lesson without reps, days that do not rise.
 *
 * @throws RefusedInput naming the field
 */
export function requireSeries(series: Series): void {
  const [lo, hi] = series.toleranceRad;
  requireWithin('toleranceRad.0', lo, RANGES.angleRad);
  requireWithin('toleranceRad.1', hi, RANGES.angleRad);
  if (lo >= hi) {
    throw new RefusedInput('tolerance-order', 'toleranceRad', {
      advice: 'The lower limit must be below the upper limit.',
    });
  }
  if (series.lessons.length === 0) {
    throw new RefusedInput('empty', 'lessons', { advice: 'A series needs at least one lesson.' });
  }
  requireForecastDay(series);
  requireSpreads(series);
  series.lessons.forEach((lesson, index) => {
    requireLesson(lesson, `lessons.${index}`);
    const before = series.lessons[index - 1];
    if (before !== undefined && lesson.day <= before.day) {
      throw new RefusedInput('date-order', `lessons.${index}.date`, {
        advice: 'Lessons stand in the order of their dates, one a day.',
      });
    }
  });
  requireNearForecast(series);
}

function requireSpreads({ daySdRad, readdressSdRad, markedDay }: Series): void {
  if (daySdRad !== undefined) requireInside('daySdRad', daySdRad, LIMITS.daySdRad);
  if (readdressSdRad !== undefined) requireInside('readdressSdRad', readdressSdRad, LIMITS.readdressSdRad);
  if (markedDay !== undefined) requireDay('markedDate', markedDay);
}

function requireForecastDay({ lessons, forecastDay }: Series): void {
  const last = lessons.at(-1);
  if (forecastDay === undefined || last === undefined) return;
  if (!Number.isInteger(forecastDay) || forecastDay < last.day) {
    throw new RefusedInput('date-order', 'forecastDate', {
      advice: 'Give a day as YYYY-MM-DD, the last lesson’s or later.',
    });
  }
}

/** A student changes: so far ahead nothing is known of where they stand. */
function requireNearForecast({ lessons, forecastDay }: Series): void {
  const ahead = (forecastDay ?? 0) - (lessons.at(-1)?.day ?? 0);
  if (forecastDay === undefined || ahead <= LIMITS.forecastDays.most) return;
  throw new RefusedInput('out-of-range', 'forecastDate', {
    read: `${ahead} days after the last lesson`,
    advice: `Nothing is foretold beyond ${LIMITS.forecastDays.most} days. Give an earlier day.`,
  });
}

function requireLesson(lesson: SeriesLesson, path: string): void {
  requireDay(`${path}.date`, lesson.day);
  requireWithin(
    `${path}.targetLineUncertaintyRad`,
    lesson.targetLineUncertaintyRad,
    RANGES.angleUncertaintyRad,
  );
  if (lesson.reps.length === 0) {
    throw new RefusedInput('empty', `${path}.reps`, { advice: 'A lesson needs at least one set-up.' });
  }
  lesson.reps.forEach((rep, index) => {
    requireWithin(`${path}.reps.${index}.handedAzimuthRad`, rep.handedAzimuthRad, RANGES.angleRad);
    requirePositive(
      `${path}.reps.${index}.measurementUncertaintyRad`,
      rep.measurementUncertaintyRad,
      RANGES.angleUncertaintyRad,
    );
  });
}

function requireDay(path: string, day: number): void {
  if (!Number.isInteger(day)) {
    throw new RefusedInput('not-finite', path, { advice: 'Give a day as YYYY-MM-DD.' });
  }
  if (day < DAYS.least || day > DAYS.most) {
    throw new RefusedInput('out-of-range', path, { advice: 'Give a day of the years 1900 to 2200.' });
  }
}
