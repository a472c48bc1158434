import { type PracticeDoneInput, type TrainingGround } from '@lotrecht/records';
import { STEP_WORDS } from '@lotrecht/words';
import { localDay } from '../words/dates.ts';

/** What is trained, and how the steps come. */
export interface TrainingWish {
  /** The whole routine, or walking in to look alone. */
  readonly exercise: PracticeDoneInput['practice']['exercise'];
  /** How many walk-ins. */
  readonly wanted: number;
  readonly spoken: boolean;
  /** Seconds a step; null: at the student's own pace. */
  readonly beatS: number | null;
}

/** Walk-ins that are being trained. */
export interface Training extends TrainingWish {
  readonly startedAtMs: number;
  readonly endedAtMs: number | null;
  /** Walked to their end. */
  readonly done: number;
  /** Which step it is at; null between two walk-ins. */
  readonly at: number | null;
  /** What was aimed at, walk-in by walk-in; the last is the one at hand. */
  readonly targets: readonly string[];
}

/** A step as it is shown and spoken. */
export type TrainedStep = TrainingGround['steps'][number];

/** What looking needs: no club is aimed, no ball is hit. */
const TO_LOOK: readonly string[] = ['visualise', 'sight', 'mark', 'walkIn', 'look'];
/** Without these it is no walk-in to look; a method that does not name them has them all the same. */
const NEEDED_TO_LOOK = ['walkIn', 'look'] as const;

/** @returns the steps of an exercise, in the method's order */
export function stepsOf(
  { steps }: Pick<TrainingGround, 'steps'>,
  exercise: TrainingWish['exercise'],
): readonly TrainedStep[] {
  if (exercise === 'routine') return steps;
  const own = steps.filter(({ step }) => TO_LOOK.includes(step));
  const lacking = NEEDED_TO_LOOK.filter((step) => !own.some((o) => o.step === step));
  return [...own, ...lacking.map((step) => ({ step, ...STEP_WORDS[step] }))];
}

/** When it happens, and what a target is drawn with: a number from 0 to below 1. */
export interface Chance {
  readonly nowMs: number;
  readonly dice: () => number;
}

/** The first step of the first walk-in. */
export function begun(
  wish: TrainingWish,
  { targets }: Pick<TrainingGround, 'targets'>,
  { nowMs, dice }: Chance,
): Training {
  return { ...wish, startedAtMs: nowMs, endedAtMs: null, done: 0, at: 0, targets: aimed([], targets, dice) };
}

/** One step on: to the next one, back behind the ball, to the next walk-in, or to the end. */
export function stepped(
  training: Training,
  ground: Pick<TrainingGround, 'steps' | 'targets'>,
  { nowMs, dice }: Chance,
): Training {
  const { exercise, at, done, wanted, targets } = training;
  if (training.endedAtMs !== null) return training;
  if (at === null) return { ...training, at: 0 };
  if (at + 1 < stepsOf(ground, exercise).length) return { ...training, at: at + 1 };
  if (done + 1 >= wanted) return { ...training, done: done + 1, at: null, endedAtMs: nowMs };
  return { ...training, done: done + 1, at: null, targets: aimed(targets, ground.targets, dice) };
}

/** Ended before its time: what was walked to its end counts. */
export function stopped(training: Training, nowMs: number): Training {
  const targets = training.targets.slice(0, training.done);
  return { ...training, targets, at: null, endedAtMs: nowMs };
}

/** What is kept of it. @param oddness 0 to 10; null where nobody said */
export function practiceOf(
  training: Training,
  method: string,
  oddness: number | null,
): Omit<PracticeDoneInput, 'studentId' | 'revision'> {
  const { startedAtMs, endedAtMs, exercise, wanted, done, spoken, beatS, targets } = training;
  return {
    doneOn: localDay(new Date(startedAtMs)),
    startedAt: new Date(startedAtMs).toISOString(),
    practice: {
      exercise,
      method,
      wanted,
      done,
      seconds: Math.round(((endedAtMs ?? startedAtMs) - startedAtMs) / 1000),
      spoken,
      ...(beatS !== null && { beatS }),
      ...(targets.length > 0 && { targets: [...targets] }),
      ...(oddness !== null && { oddness }),
    },
  };
}

/** Another target than the one before, where there are two. */
function aimed(before: readonly string[], targets: readonly string[], dice: () => number): readonly string[] {
  const others = targets.length < 2 ? targets : targets.filter((name) => name !== before.at(-1));
  const next = others[Math.floor(dice() * others.length)];
  return next === undefined ? before : [...before, next];
}
