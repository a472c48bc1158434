import {
  CORE_VERSION,
  dayNumber,
  dayOfNumber,
  degreesFromRadians,
  type Level,
  radiansFromDegrees,
  RefusedInput,
  type Series,
  type Track,
  trackSeries,
} from '@lotrecht/core';
import { toRefusal } from '../check/solve-document.ts';
import { type LevelEntry, type SeriesDocument, type TrackDocument, DocumentRefused } from '@lotrecht/records';

/** Variances and densities of angles change with the unit twice over. */
const DEGREES_SQUARED = degreesFromRadians(1) ** 2;

/**
 * A series document → its track document.
 *
 * @param document already valid by its schema
 * @throws DocumentRefused with the path and what was read
 * @example trackDocument({ format: 'lotrecht-series', version: 1, line: 'toes', toleranceDeg: [-2, 2], lessons: [{ date: '2026-04-17', reps: [{ handedAzimuthDeg: 3, measurementUncertaintyDeg: 0.5 }] }] }).lessons[0].observationVariance // 5.36271335...
 */
export function trackDocument(document: SeriesDocument): TrackDocument {
  try {
    return toTrack(document, trackSeries(toSeries(document)));
  } catch (error) {
    throw error instanceof RefusedInput ? new DocumentRefused([toRefusal(error)]) : error;
  }
}

function toSeries(document: SeriesDocument): Series {
  const { line, toleranceDeg, daySdDeg, readdressSdDeg, lessons, forecastDate, markedDate } = document;
  return {
    line,
    toleranceRad: [radiansFromDegrees(toleranceDeg[0]), radiansFromDegrees(toleranceDeg[1])],
    ...(daySdDeg !== undefined && { daySdRad: radiansFromDegrees(daySdDeg) }),
    ...(readdressSdDeg !== undefined && { readdressSdRad: radiansFromDegrees(readdressSdDeg) }),
    lessons: lessons.map((lesson) => ({
      day: dayNumber(lesson.date),
      workedOn: lesson.workedOn ?? false,
      targetLineUncertaintyRad: radiansFromDegrees(lesson.targetLineUncertaintyDeg ?? 0),
      reps: lesson.reps.map((rep) => ({
        handedAzimuthRad: radiansFromDegrees(rep.handedAzimuthDeg),
        measurementUncertaintyRad: radiansFromDegrees(rep.measurementUncertaintyDeg),
      })),
    })),
    ...(forecastDate !== undefined && { forecastDay: dayNumber(forecastDate) }),
    ...(markedDate !== undefined && { markedDay: dayNumber(markedDate) }),
  };
}

function toLevelEntry(level: Level): LevelEntry {
  return {
    levelDeg: degreesFromRadians(level.levelRad),
    standardDeviationDeg: degreesFromRadians(level.standardDeviationRad),
    probabilityInTolerance: level.probabilityInTolerance,
  };
}

function toTrack(document: SeriesDocument, track: Track): TrackDocument {
  return {
    format: 'lotrecht-track',
    version: 1,
    pooledVariance: track.pooledVariance * DEGREES_SQUARED,
    q: track.q * DEGREES_SQUARED,
    daySdDeg: degreesFromRadians(track.daySdRad),
    lessons: track.lessons.map((lesson) => ({
      date: dayOfNumber(lesson.day),
      n: lesson.count,
      mean: degreesFromRadians(lesson.meanRad),
      sd: lesson.sdRad === null ? null : degreesFromRadians(lesson.sdRad),
      observationVariance: lesson.observationVariance * DEGREES_SQUARED,
      filtered: toLevelEntry(lesson.filtered),
      smoothed: toLevelEntry(lesson.smoothed),
    })),
    changes: track.changes.map((change) => ({
      deltaDeg: degreesFromRadians(change.deltaRad),
      uncertaintyDeg: degreesFromRadians(change.uncertaintyRad),
      degreesOfFreedom: change.degreesOfFreedom,
      minimalDetectableChangeDeg: degreesFromRadians(change.minimalDetectableChangeRad),
      pValue: change.pValue,
      real: change.real,
    })),
    beforeAfter: track.beforeAfter && {
      date: dayOfNumber(track.beforeAfter.day),
      marked: track.beforeAfter.marked,
      lessonsBefore: track.beforeAfter.lessonsBefore,
      lessonsAfter: track.beforeAfter.lessonsAfter,
      deltaDeg: degreesFromRadians(track.beforeAfter.deltaRad),
      uncertaintyDeg: degreesFromRadians(track.beforeAfter.uncertaintyRad),
      degreesOfFreedom: track.beforeAfter.degreesOfFreedom,
      pValue: track.beforeAfter.pValue,
      minimalDetectableChangeDeg: degreesFromRadians(track.beforeAfter.minimalDetectableChangeRad),
      real: track.beforeAfter.real,
    },
    flags: track.flags.map(({ code, day }) => ({ code, date: dayOfNumber(day) })),
    forecast:
      track.forecast === null || document.forecastDate === undefined
        ? null
        : { date: document.forecastDate, ...toLevelEntry(track.forecast) },
    core: CORE_VERSION,
  };
}
