import { type FadingStage } from '@lotrecht/core';
import { TOLD_FROM } from '@lotrecht/core/told-from';
import { type PracticePlanInput } from '@lotrecht/records';

type Plan = PracticePlanInput['plan'];

/** The one thing that is practised, as it is said. */
export const ONE_THING_WORDS: Readonly<Record<Plan['oneThing'], string>> = {
  face: 'Club face',
  toes: 'Toes',
  heels: 'Heels',
  knees: 'Knees',
  hips: 'Hips',
  shoulders: 'Shoulders',
  eyes: 'Eye line',
  'ball-position': 'Ball position',
  'ball-distance': 'Distance from the ball',
  stance: 'Stance',
  order: 'Order of the routine',
  look: 'The look',
  approach: 'The way in',
  grip: 'Grip',
  posture: 'Posture',
  tilt: 'Tilt',
  picture: 'Picture of the target',
  'start-line': 'Start line',
};

/** How much help is down. */
export const STAGE_WORDS: Readonly<Record<FadingStage, string>> = {
  rods: 'rods for every ball',
  checks: 'rods for checks only',
  mark: 'a mark only',
  nothing: 'nothing down',
  pressure: 'under pressure',
};

/** What a student does at a stage, to be read aloud. */
export const STAGE_HELP: Readonly<Record<FadingStage, string>> = {
  rods: 'The rods lie there for every ball.',
  checks: 'Take the rods away. Lay them again after every third, to check.',
  mark: 'No rods. One mark ahead of the ball is all the help.',
  nothing: 'Nothing lies there. Check only the last one.',
  pressure: 'As on the tightest hole: one ball at a time, nothing down.',
};

/** How much help there is, and why it changed last. */
export interface FadingSaid {
  readonly stage: FadingStage;
  readonly steps: readonly {
    readonly to: FadingStage;
    readonly why: 'two-in' | 'one-out';
    readonly day: string;
  }[];
}

/**
 * Why the help is as it is.
 *
 * @param dayText how a day is said
 * @example fadingSentence({ stage: 'rods', steps: [] }, (day) => day) // 'Now: rods for every ball. Two checks in a row as wanted move it on.'
 */
export function fadingSentence({ stage, steps }: FadingSaid, dayText: (day: string) => string): string {
  const last = steps.at(-1);
  const now = `Now: ${STAGE_WORDS[stage]}.`;
  if (last === undefined) return `${now} Two checks in a row as wanted move it on.`;
  return last.why === 'two-in'
    ? `${now} Two checks in a row were as wanted, the second on ${dayText(last.day)}.`
    : `${now} The check of ${dayText(last.day)} was out: one step back.`;
}

/** What was done since the last lesson. */
export interface SinceSaid {
  readonly due: number;
  readonly done: number;
  readonly fading: FadingSaid;
  /** The newest check that was out, if the last one was; null: it was not, or there was none. */
  readonly lastOut: string | null;
}

/**
 * What became of a plan, before the next lesson.
 *
 * @example sinceSentences({ due: 9, done: 7, fading: { stage: 'mark', steps: [{ to: 'mark', why: 'two-in', day: '12 December' }] }, lastOut: null }, (day) => day) // ['Since last time: 7 of 9 sessions.', 'Now: a mark only. Two checks in a row were as wanted, the second on 12 December.']
 */
export function sinceSentences(
  { due, done, fading, lastOut }: SinceSaid,
  dayText: (day: string) => string,
): readonly string[] {
  const sessions = due === 1 ? 'session' : 'sessions';
  return [
    due === 0 ? 'No session was due yet.' : `Since last time: ${done} of ${due} ${sessions}.`,
    fadingSentence(fading, dayText),
    ...(lastOut === null || fading.steps.at(-1)?.day === lastOut
      ? []
      : [`The newest check, of ${dayText(lastOut)}, was out.`]),
  ];
}

/** What a block of a session is called. */
export const BLOCK_WORDS = {
  looks: 'Walk in and look',
  performance: 'Balls at changing targets',
  eye: 'Pictures for the eye',
  check: 'Check yourself',
} as const;

/**
 * How much of a drill, at a stage.
 *
 * @example doseText({ reps: 8, minutes: 5 }, 'mark') // '8 times, about 5 minutes, with a mark only.'
 */
export function doseText(
  { reps, minutes }: { readonly reps: number; readonly minutes: number },
  stage: FadingStage,
): string {
  const help = {
    rods: 'rods down',
    checks: 'rods for checks only',
    mark: 'a mark only',
    nothing: 'nothing down',
    pressure: 'nothing down',
  };
  return `${reps} times, about ${minutes} minutes, with ${help[stage]}.`;
}

/** So many of the newest are told. */
const MOST_CHECKS = 6;

/**
 * What a student’s own checks said, the newest last; empty where there were none.
 *
 * @param inProbability after each of them
 * @example ownChecksText(['1 Dec', '4 Dec'], [0.5, 0.9]) // 'Own checks: 1 Dec not decided, 4 Dec as wanted.'
 */
export function ownChecksText(days: readonly string[], inProbability: readonly number[]): string {
  const told = days.map((day, n) => {
    const p = inProbability[n] ?? 0;
    return `${day} ${p >= TOLD_FROM ? 'as wanted' : p <= 1 - TOLD_FROM ? 'out' : 'not decided'}`;
  });
  return told.length === 0 ? '' : `Own checks: ${told.slice(-MOST_CHECKS).join(', ')}.`;
}
