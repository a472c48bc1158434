/**
 * What a student does between picking a target and the swing, in no order: the order is a method's. One vocabulary for
 * methods, recordings and the trainer.
 */
export const ROUTINE_STEPS = [
  'visualise',
  'ballLine',
  'sight',
  'mark',
  'rehearse',
  'walkIn',
  'grip',
  'face',
  'trailFoot',
  'instep',
  'feetTogether',
  'leadStep',
  'trailStep',
  'trailBack',
  'stance',
  'feet',
  'knees',
  'hips',
  'shoulders',
  'posture',
  'flare',
  'tilt',
  'checkLines',
  'look',
  'waggle',
  'keepMoving',
  'trust',
  'go',
] as const;

/** A step of the vocabulary, or one of a method’s own by its title. */
export type RoutineStep = (typeof ROUTINE_STEPS)[number] | `own:${string}`;

/** Where the student came from, seen from above with the ball in the middle. */
export type Approach = 'own-behind' | 'own-ahead' | 'far-behind' | 'far-ahead';

/** What is tapped while the student walks in. */
export type RoutineDeed = RoutineStep | 'shuffle' | 'stepOut' | 'hold';

/** One tap of a recording. */
export interface RoutineEvent {
  readonly id: string;
  readonly deed: RoutineDeed;
  /** Seconds since the first tap, 0 or more. */
  readonly atS: number;
  /** Of a look: the head was lifted instead of rolled under. Default false. */
  readonly lifted?: boolean;
  /** Of walking in: from where. */
  readonly approach?: Approach;
  /** A wrong tap: it stays, and counts for nothing. */
  readonly struck?: boolean;
}

/** What a method wants of a routine besides its order; from–to, both counted in. */
export interface RoutineExpected {
  readonly looks?: readonly [number, number];
  readonly rehearsals?: readonly [number, number];
  /** Seconds from both feet down to the swing. */
  readonly overBallS?: readonly [number, number];
}

/** Done as often as the student likes: counted, and never a step too many. */
const COUNTED: readonly RoutineDeed[] = ['look', 'waggle', 'rehearse', 'keepMoving'];

/** @example isCounted('look') // true */
export function isCounted(step: RoutineDeed): boolean {
  return COUNTED.includes(step);
}

/** What ends a recording, and is no step of it. */
const NO_STEPS: readonly RoutineDeed[] = ['shuffle', 'stepOut', 'hold'];

/**
 * The taps that count, first one first.
 *
 * @example deedsOf([{ id: 'a', deed: 'face', atS: 2, struck: true }, { id: 'b', deed: 'grip', atS: 4 }]).length // 1
 */
export function deedsOf(events: readonly RoutineEvent[]): readonly RoutineEvent[] {
  return events.filter(({ struck }) => struck !== true).toSorted((a, b) => a.atS - b.atS);
}

/**
 * The order in which steps were done, each where it was done first.
 *
 * @example orderOf([{ id: 'a', deed: 'face', atS: 0 }, { id: 'b', deed: 'look', atS: 1 }, { id: 'c', deed: 'look', atS: 2 }]) // ['face', 'look']
 */
export function orderOf(events: readonly RoutineEvent[]): readonly RoutineStep[] {
  const steps = deedsOf(events).flatMap(({ deed }) => (isStep(deed) ? [deed] : []));
  return [...new Set(steps)];
}

function isStep(deed: RoutineDeed): deed is RoutineStep {
  return !NO_STEPS.includes(deed);
}
