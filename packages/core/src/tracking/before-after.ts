import { DAY_SD_RAD } from '../defaults/readdress.ts';
import { studentT975, studentTwoSided } from '../uncertainty/student-t.ts';
import { CHANGE_LEVEL } from './change.ts';
import { type BeforeAfter } from './series.ts';

/** A lesson as one value. */
export interface LessonMean {
  readonly day: number;
  readonly meanRad: number;
  /** R: s²/n + u(T)², rad². */
  readonly variance: number;
}

/** How many lessons the usual spread from day to day weighs as much as. */
const USUAL_WEIGHS = 3;
const LEAST_ON_A_SIDE = 2;

function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

function squaresOf(values: readonly number[]): number {
  const mean = meanOf(values);
  return values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
}

/** Lessons before one of them against those from it on. */
function cutAt(lessons: readonly LessonMean[], cut: number): Omit<BeforeAfter, 'marked'> {
  const values = lessons.map(({ meanRad }) => meanRad);
  const [before, after] = [values.slice(0, cut), values.slice(cut)];
  const usual = meanOf(lessons.map(({ variance }) => variance)) + DAY_SD_RAD ** 2;
  const degreesOfFreedom = USUAL_WEIGHS + lessons.length - 2;
  const variance = (USUAL_WEIGHS * usual + squaresOf(before) + squaresOf(after)) / degreesOfFreedom;
  const uncertaintyRad = Math.sqrt(variance * (1 / before.length + 1 / after.length));
  const deltaRad = meanOf(after) - meanOf(before);
  const pValue = studentTwoSided(deltaRad / uncertaintyRad, degreesOfFreedom);
  return {
    day: lessons[cut]?.day ?? Number.NaN,
    lessonsBefore: before.length,
    lessonsAfter: after.length,
    deltaRad,
    uncertaintyRad,
    degreesOfFreedom,
    pValue,
    minimalDetectableChangeRad: studentT975(degreesOfFreedom) * uncertaintyRad,
    real: pValue <= CHANGE_LEVEL,
  };
}

/**
 * What changed from the lessons before a day to those from it on, with lessons as the unit: a day cannot be told from a
 * change by two of them. Without a marked day, the day that shows most, with its p times the number of days tried.
 *
 * @param lessons in order of their days
 * @param markedDay whole UTC days
 * @returns null with fewer than two lessons on a side
 * @example beforeAfterOf([0, 7, 14, 21].map((day, i) => ({ day, meanRad: i < 2 ? 0 : 0.2, variance: 1e-4 }))).day // 14
 */
export function beforeAfterOf(lessons: readonly LessonMean[], markedDay?: number): BeforeAfter | null {
  if (markedDay !== undefined) {
    const cut = lessons.findIndex(({ day }) => day >= markedDay);
    if (cut < LEAST_ON_A_SIDE || lessons.length - cut < LEAST_ON_A_SIDE) return null;
    return { ...cutAt(lessons, cut), marked: true };
  }
  const cuts = lessons.slice(2 * LEAST_ON_A_SIDE - 1).map((_, i) => cutAt(lessons, i + LEAST_ON_A_SIDE));
  const [first, ...others] = cuts;
  if (first === undefined) return null;
  const best = others.reduce((most, cut) => (cut.pValue < most.pValue ? cut : most), first);
  const pValue = Math.min(1, best.pValue * cuts.length);
  return { ...best, pValue, real: pValue <= CHANGE_LEVEL, marked: false };
}
