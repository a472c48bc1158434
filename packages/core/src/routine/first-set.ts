import { COVERAGE_FACTOR } from '../uncertainty/coverage.ts';
import { studentT975 } from '../uncertainty/student-t.ts';
import { type RoutineStep } from './steps.ts';

/** What was set first: the face, and the feet around it, or the feet, and the face to them. */
export type FirstSet = 'face' | 'feet';

const OF_THE_FEET: readonly RoutineStep[] = [
  'trailFoot',
  'instep',
  'leadStep',
  'trailStep',
  'trailBack',
  'stance',
  'feet',
];

/**
 * What a walk-in set first; null where only one of the two was seen.
 *
 * @param order each step where it was done first
 * @example firstSetOf(['stance', 'face']) // 'feet'
 */
export function firstSetOf(order: readonly RoutineStep[]): FirstSet | null {
  const face = order.indexOf('face');
  const feet = order.findIndex((step) => OF_THE_FEET.includes(step));
  if (face < 0 || feet < 0) return null;
  return face < feet ? 'face' : 'feet';
}

/** One line of a set-up whose walk-in was recorded. */
export interface WalkedReading {
  readonly first: FirstSet;
  /** φ, rad. */
  readonly handedAzimuthRad: number;
  /** u(T), rad. */
  readonly targetLineUncertaintyRad: number;
}

/** Where a line stood on average. */
export interface WalkedMean {
  readonly count: number;
  readonly meanRad: number;
  /** Of the 95 % interval, rad. */
  readonly halfRad: number;
}

/** From so many set-ups of either kind on it is worth a look. */
export const LEAST_OF_EACH = 5;

/**
 * A line with the face first and with the feet first, beside each other: what was seen, and no cause. The interval is
 * that of the mean, t·s/√n, with the laid line’s own error beside it, which set-ups of a lesson share.
 *
 * @returns null before there are five of each
 * @example besideFirstSet([]) // null
 */
export function besideFirstSet(
  readings: readonly WalkedReading[],
): Readonly<Record<FirstSet, WalkedMean>> | null {
  const [face, feet] = (['face', 'feet'] as const).map((first) =>
    readings.filter((reading) => reading.first === first),
  );
  if (face === undefined || feet === undefined) return null;
  if (face.length < LEAST_OF_EACH || feet.length < LEAST_OF_EACH) return null;
  return { face: meanOf(face), feet: meanOf(feet) };
}

function meanOf(readings: readonly WalkedReading[]): WalkedMean {
  const count = readings.length;
  const meanRad = readings.reduce((sum, r) => sum + r.handedAzimuthRad, 0) / count;
  const squares = readings.reduce((sum, r) => sum + (r.handedAzimuthRad - meanRad) ** 2, 0);
  const ofMean = studentT975(count - 1) * Math.sqrt(squares / (count - 1) / count);
  const ofLine = Math.sqrt(readings.reduce((sum, r) => sum + r.targetLineUncertaintyRad ** 2, 0) / count);
  return { count, meanRad, halfRad: Math.hypot(ofMean, COVERAGE_FACTOR * ofLine) };
}
