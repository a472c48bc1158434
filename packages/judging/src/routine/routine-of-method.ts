import { type RoutineStep, type WantedRoutine } from '@lotrecht/core';
import { type MethodDocument } from '@lotrecht/records';
import { STEP_WORDS, stepTitle } from '@lotrecht/words';

/** A step of a method’s routine as it is told. */
export interface ToldStep {
  readonly step: RoutineStep;
  readonly title: string;
  /** Said to the student. */
  readonly cue: string;
}

/** A method’s routine: each step once, in order. */
export interface MethodRoutine extends WantedRoutine {
  readonly told: readonly ToldStep[];
}

/**
 * The routine of a method. What stood there as a text alone is a step of its own, by that title, unless a step of the
 * vocabulary is called so.
 *
 * @example routineOfMethod({ routine: [{ step: 'face' }, 'Breathe out'] }).steps // ['face', 'own:Breathe out']
 */
export function routineOfMethod({
  routine,
  routineExpected: expected,
}: Pick<MethodDocument, 'routine' | 'routineExpected'>): MethodRoutine {
  const told = routine.map((item): ToldStep => {
    const { step, cue } = typeof item === 'string' ? { step: stepCalled(item) } : item;
    return { step: step as RoutineStep, title: stepTitle(step), cue: cue ?? usualCue(step) };
  });
  const once = told.filter(({ step }, at) => told.findIndex((other) => other.step === step) === at);
  return { told: once, steps: once.map(({ step }) => step), ...(expected && { expected }) };
}

/** Titles that methods kept before steps had a vocabulary. */
const CALLED: Readonly<Record<string, string>> = {
  'sight from behind': 'sight',
  'from behind': 'sight',
  'from behind on the own side': 'walkIn',
  'walk in': 'walkIn',
  check: 'checkLines',
  aim: 'face',
  'face at the start line': 'face',
  'face with the feet together, shaft upright between the toes': 'feetTogether',
  'body to fit': 'shoulders',
  'body turned by the path': 'shoulders',
  tilts: 'tilt',
  'see the shot': 'visualise',
  'trail instep square to the leading edge': 'instep',
  'trail foot in, square': 'trailFoot',
  'lead foot in': 'leadStep',
  'trail foot back': 'trailBack',
};

/** As long as the title of an own step may be. */
const LONGEST_OWN = 60;

function stepCalled(title: string): string {
  const asked = title.trim().toLowerCase();
  const called = CALLED[asked];
  if (called !== undefined) return called;
  const known = Object.entries(STEP_WORDS).find(([, words]) => words.title.toLowerCase() === asked);
  return known?.[0] ?? `own:${title.slice(0, LONGEST_OWN)}`;
}

function usualCue(step: string): string {
  return (
    (STEP_WORDS as Readonly<Record<string, { readonly cue: string } | undefined>>)[step]?.cue ??
    `${stepTitle(step)}.`
  );
}
