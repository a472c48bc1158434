import {
  DAY_SD_RAD,
  dayNumber,
  degreesFromRadians,
  LINE_NAMES,
  radiansFromDegrees,
  trackSeries,
} from '@lotrecht/core';
import { type MeasuredLineView, type StudentDay } from '@lotrecht/records';
import { isLessonDay } from '../reading/measured.ts';
import { isCold } from './cold.ts';

/** With fewer lessons their own cannot be told from the usual one. */
const LEAST_LESSONS = 4;
/** Older ones tell no more of it, and cost time. */
const MOST_LESSONS = 12;

/**
 * How differently a student stands from day to day, from the body line and clubs that most of their cold lessons have.
 *
 * @param rows the student's measured lines, oldest first
 * @example dayOfStudent([]) // { sdDeg: 0.8, learned: false }
 */
export function dayOfStudent(rows: readonly MeasuredLineView[]): StudentDay {
  const series = new Map<string, Map<string, MeasuredLineView[]>>();
  for (const row of rows) {
    if (row.line === 'face' || row.doubted || !isCold(row.circumstances) || !isLessonDay(row.heldOn))
      continue;
    const key = `${LINE_NAMES.indexOf(row.line)} ${row.clubGroup ?? ''}`;
    const days = series.get(key) ?? new Map<string, MeasuredLineView[]>();
    days.set(row.heldOn, [...(days.get(row.heldOn) ?? []), row]);
    series.set(key, days);
  }
  const [most] = [...series.values()].toSorted((a, b) => b.size - a.size);
  if (most === undefined || most.size < LEAST_LESSONS) {
    return { sdDeg: inHundredths(DAY_SD_RAD), learned: false };
  }
  const { daySdRad } = trackSeries({
    line: 'toes',
    // What it is judged by says nothing of how far it spreads.
    toleranceRad: [-radiansFromDegrees(2), radiansFromDegrees(2)],
    lessons: [...most].slice(-MOST_LESSONS).map(([day, of]) => ({
      day: dayNumber(day),
      targetLineUncertaintyRad: radiansFromDegrees(Math.max(...of.map((r) => r.targetLineUncertaintyDeg))),
      workedOn: of.some((r) => r.workedOn),
      reps: of.map((r) => ({
        handedAzimuthRad: radiansFromDegrees(r.handedAzimuthDeg),
        measurementUncertaintyRad: radiansFromDegrees(r.measurementUncertaintyDeg),
      })),
    })),
  });
  return { sdDeg: inHundredths(daySdRad), learned: true };
}

function inHundredths(rad: number): number {
  return Number(degreesFromRadians(rad).toFixed(2));
}
