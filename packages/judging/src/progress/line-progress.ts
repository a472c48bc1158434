import {
  changeBetween,
  consistencyOf,
  COVERAGE_FACTOR,
  dayAfter,
  dayNumber,
  degreesFromRadians,
  type Handedness,
  LIMITS,
  type LineName,
  pooledSpread,
  radiansFromDegrees,
  READDRESS_SD_RAD,
  readdressSpread,
  sdInterval,
  sideSign,
} from '@lotrecht/core';
import {
  type MeasuredLineView,
  type Circumstances,
  type SeriesDocument,
  type TrackDocument,
  type ClubGroup,
} from '@lotrecht/records';
import { trackDocument } from '../track/track-document.ts';
import { isLessonDay } from '../reading/measured.ts';

/** Which set-ups belong together: one group of clubs under one kind of circumstances. */
export interface ProgressChoice {
  readonly line: LineName;
  /** Null for checks without a club. */
  readonly clubGroup: ClubGroup | null;
  readonly circumstances: Circumstances;
}

/** A mean with half of its 95 % interval; null where one set-up knows none. Degrees. */
export interface MeanDeg {
  readonly count: number;
  readonly meanDeg: number;
  readonly halfDeg: number | null;
}

/** A lesson of a series with what it is opened by. */
export interface ProgressLesson {
  readonly date: string;
  readonly lessonId: string;
  readonly checkIds: readonly string[];
}

/** One line of one student over lessons. Angles φ, degrees. */
export interface LineProgress {
  readonly choice: ProgressChoice;
  readonly toleranceDeg: readonly [number, number];
  readonly series: SeriesDocument;
  readonly track: TrackDocument;
  /** Beside the track's lessons, one to one. */
  readonly lessons: readonly ProgressLesson[];
  /** Spread within lessons with its 95 % interval; null where no lesson has two set-ups. */
  readonly spreadDeg: { readonly sd: number; readonly low: number; readonly high: number } | null;
  /** The level on a day to come. */
  readonly forecast: {
    readonly date: string;
    readonly levelDeg: number;
    readonly halfDeg: number;
    readonly probabilityInTolerance: number;
  };
  /** Felt minus real, φ: above zero the student feels more closed than they are. */
  readonly felt: MeanDeg | null;
  /** Coached minus cold of the same lesson: what the cue gives. */
  readonly cueGives: MeanDeg | null;
  /** Cold minus coached of the lesson before: what was lost of it. */
  readonly lost: MeanDeg | null;
  /** How differently the student steps back in. */
  readonly readdress: { readonly sdDeg: number; readonly learned: boolean };
}

/** Where a line was read and never judged: the widest tolerance that is in use, so that nothing is called out by it. */
const UNJUDGED_DEG = [-45, 45] as const;

/**
 * Whether two set-ups may be compared: the same in everything that is recorded about them.
 *
 * @example sameCircumstances(null, null) // false
 */
export function sameCircumstances(a: Circumstances | null, b: Circumstances | null): boolean {
  return (
    a !== null &&
    b !== null &&
    a.phase === b.phase &&
    a.help === b.help &&
    a.place === b.place &&
    a.reader === b.reader
  );
}

function belongs(row: MeasuredLineView, { line, clubGroup, circumstances }: ProgressChoice): boolean {
  return (
    // What was kept against a question tells nothing of a level.
    !row.doubted &&
    row.line === line &&
    row.clubGroup === clubGroup &&
    sameCircumstances(row.circumstances, circumstances)
  );
}

/** Rows of one day are one lesson. */
function byDay(rows: readonly MeasuredLineView[]): ReadonlyMap<string, readonly MeasuredLineView[]> {
  const days = new Map<string, MeasuredLineView[]>();
  for (const row of rows.toSorted((a, b) => (a.heldOn < b.heldOn ? -1 : a.heldOn > b.heldOn ? 1 : 0))) {
    const day = days.get(row.heldOn) ?? [];
    day.push(row);
    days.set(row.heldOn, day);
  }
  return days;
}

const meanOf = (rows: readonly MeasuredLineView[]): number =>
  rows.reduce((sum, r) => sum + r.handedAzimuthDeg, 0) / rows.length;

function summary(valuesDeg: readonly number[]): MeanDeg | null {
  if (valuesDeg.length === 0) return null;
  const { count, meanRad, meanHalfRad } = consistencyOf(valuesDeg.map(radiansFromDegrees));
  return {
    count,
    meanDeg: degreesFromRadians(meanRad),
    halfDeg: meanHalfRad === null ? null : degreesFromRadians(meanHalfRad),
  };
}

/**
 * Every kind of set-up that a student has of a line, those with most lessons first.
 *
 * @example progressChoices([]) // []
 */
export function progressChoices(
  rows: readonly MeasuredLineView[],
): readonly (ProgressChoice & { readonly lessons: number })[] {
  const choices: (ProgressChoice & { days: Set<string> })[] = [];
  for (const row of rows) {
    if (row.circumstances === null) continue;
    const choice = { line: row.line, clubGroup: row.clubGroup, circumstances: row.circumstances };
    const known = choices.find((c) => belongs(row, c));
    if (known === undefined) choices.push({ ...choice, days: new Set([row.heldOn]) });
    else known.days.add(row.heldOn);
  }
  return choices
    .map(({ days, ...choice }) => ({ ...choice, lessons: days.size }))
    .toSorted((a, b) => b.lessons - a.lessons);
}

/**
 * One line of a student over lessons: level with band, changes that are real, what is kept and what is felt.
 *
 * @param rows all lines of the student, any circumstances; those that do not belong are used for nothing else than
 *   coached against cold
 * @param forecastOn a day at or after the last lesson, YYYY-MM-DD; beyond 180 days after it, the last of them stands in
 * @returns null where no set-up belongs to the choice
 * @example lineProgress([], { line: 'toes', clubGroup: null, circumstances: { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } }, { handedness: 'right', forecastOn: '2026-05-01' }) // null
 */
export function lineProgress(
  rows: readonly MeasuredLineView[],
  choice: ProgressChoice,
  { handedness, forecastOn }: { readonly handedness: Handedness; readonly forecastOn: string },
): LineProgress | null {
  const own = rows.filter((row) => belongs(row, choice) && isLessonDay(row.heldOn));
  const days = byDay(own);
  const newest = own.findLast((row) => row.toleranceDeg !== null);
  if (own.length === 0) return null;
  const toleranceDeg = newest?.toleranceDeg ?? UNJUDGED_DEG;
  const series: SeriesDocument = {
    format: 'lotrecht-series',
    version: 1,
    line: choice.line,
    toleranceDeg: [toleranceDeg[0], toleranceDeg[1]],
    lessons: [...days].map(([date, of]) => ({
      date,
      targetLineUncertaintyDeg: Math.max(...of.map((r) => r.targetLineUncertaintyDeg)),
      ...(of.some((r) => r.workedOn) && { workedOn: true }),
      reps: of.map(({ handedAzimuthDeg, measurementUncertaintyDeg }) => ({
        handedAzimuthDeg,
        measurementUncertaintyDeg,
      })),
    })) as SeriesDocument['lessons'],
    forecastDate: nearest(forecastOn, [...days.keys()].at(-1) ?? forecastOn),
  };
  const track = trackDocument(series);
  const ahead = track.forecast;
  if (ahead === null) return null;
  const side = sideSign(handedness);
  const reps = [...days.values()].map((of) =>
    of.map((r) => ({
      handedAzimuthRad: radiansFromDegrees(r.handedAzimuthDeg),
      measurementUncertaintyRad: radiansFromDegrees(r.measurementUncertaintyDeg),
    })),
  );
  const { sdRad, learned } = readdressSpread(reps, READDRESS_SD_RAD);
  return {
    choice,
    toleranceDeg,
    series,
    track,
    lessons: [...days].map(([date, of]) => ({
      date,
      lessonId: of[0]?.lessonId ?? '',
      checkIds: of.map((r) => r.checkId),
    })),
    spreadDeg: spreadOf(series, track),
    forecast: {
      date: ahead.date,
      levelDeg: ahead.levelDeg,
      halfDeg: COVERAGE_FACTOR * ahead.standardDeviationDeg,
      probabilityInTolerance: ahead.probabilityInTolerance,
    },
    felt: summary(
      [...days.values()].flatMap((of) => {
        const gaps = of.flatMap((r) => (r.feltDeg === null ? [] : [side * r.feltDeg - r.handedAzimuthDeg]));
        // By lessons: the set-ups of one lesson are felt alike.
        return gaps.length === 0 ? [] : [gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length];
      }),
    ),
    ...coachedAgainst(rows, choice, days),
    readdress: { sdDeg: degreesFromRadians(sdRad), learned },
  };
}

/** Scatter within lessons, pooled, with its interval; null where no lesson has two set-ups. */
function spreadOf({ lessons }: SeriesDocument, { pooledVariance }: TrackDocument): LineProgress['spreadDeg'] {
  const free = lessons.reduce((sum, l) => sum + l.reps.length - 1, 0);
  if (free === 0) return null;
  const sd = Math.sqrt(pooledVariance);
  const [low, high] = sdInterval(sd, free);
  return { sd, low, high };
}

/** What the cue gives within a lesson, and what of it is lost until the next one. */
function coachedAgainst(
  rows: readonly MeasuredLineView[],
  choice: ProgressChoice,
  cold: ReadonlyMap<string, readonly MeasuredLineView[]>,
): Pick<LineProgress, 'cueGives' | 'lost'> {
  if (choice.circumstances.phase !== 'baseline') return { cueGives: null, lost: null };
  const coached = byDay(
    rows.filter(
      (r) =>
        r.line === choice.line &&
        r.clubGroup === choice.clubGroup &&
        r.circumstances?.phase === 'coached' &&
        r.circumstances.place === choice.circumstances.place,
    ),
  );
  const gives = [...coached].flatMap(([day, of]) => {
    const before = cold.get(day);
    return before === undefined ? [] : [meanOf(of) - meanOf(before)];
  });
  const losses = [...cold].flatMap(([day, of]) => {
    const earlier = [...coached].filter(([d]) => d < day).at(-1);
    return earlier === undefined ? [] : [meanOf(of) - meanOf(earlier[1])];
  });
  return { cueGives: summary(gives), lost: summary(losses) };
}

/**
 * The change between any two lessons of one series, with the within-lesson spread of all of it.
 *
 * @returns null where a day has no lesson
 * @example changeOf(lineProgress([], { line: 'toes', clubGroup: null, circumstances: { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } }, { handedness: 'right', forecastOn: '2026-05-01' }), '2026-04-01', '2026-04-15') // null
 */
export function changeOf(
  progress: LineProgress | null,
  from: string,
  to: string,
): TrackDocument['changes'][number] | null {
  if (progress === null) return null;
  const lessons = progress.series.lessons.map((lesson) => ({
    day: dayNumber(lesson.date),
    targetLineUncertaintyRad: radiansFromDegrees(lesson.targetLineUncertaintyDeg ?? 0),
    reps: lesson.reps.map((r) => ({
      handedAzimuthRad: radiansFromDegrees(r.handedAzimuthDeg),
      measurementUncertaintyRad: radiansFromDegrees(r.measurementUncertaintyDeg),
    })),
  }));
  const at = (date: string) => lessons.find((l) => l.day === dayNumber(date));
  const [a, b] = [at(from), at(to)];
  if (a === undefined || b === undefined) return null;
  const change = changeBetween(a, b, {
    pooled: pooledSpread(lessons),
    daySdRad: radiansFromDegrees(progress.track.daySdDeg),
    lessons: lessons.length,
  });
  return {
    deltaDeg: degreesFromRadians(change.deltaRad),
    uncertaintyDeg: degreesFromRadians(change.uncertaintyRad),
    degreesOfFreedom: change.degreesOfFreedom,
    minimalDetectableChangeDeg: degreesFromRadians(change.minimalDetectableChangeRad),
    pValue: change.pValue,
    real: change.real,
  };
}

/** The day of the forecast, no farther from the last lesson than anything is foretold. */
function nearest(forecastOn: string, last: string): string {
  const farthest = latestForecast(last);
  return forecastOn > farthest ? farthest : forecastOn;
}

/**
 * The last day that something is foretold of.
 *
 * @param last the day of the last lesson, YYYY-MM-DD
 * @example latestForecast('2026-04-01') // '2026-09-28'
 */
export function latestForecast(last: string): string {
  return dayAfter(last, LIMITS.forecastDays.most);
}
