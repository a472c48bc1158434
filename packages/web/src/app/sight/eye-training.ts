import {
  nextTurnDeg,
  seededDice,
  sideSign,
  type StandScene,
  standScene,
  type StandWish,
  TRESTLE_LINES,
  type TrestleLine,
  trestleScene,
} from '@lotrecht/core';
import { type PracticeDoneInput } from '@lotrecht/records';
import { localDay } from '../words/dates.ts';

type EyeTrained = NonNullable<PracticeDoneInput['practice']['eye']>;
export type EyeTask = EyeTrained['task'];
export type EyeTrial = EyeTrained['trials'][number];

/** From where a picture is looked at. */
export type SeenFrom = NonNullable<EyeTrained['from']>;

/** What is asked, of whom. */
export interface EyeQuestion {
  readonly task: EyeTask;
  /** Default: from address. */
  readonly from?: SeenFrom;
  /** Somebody else’s body on trestles: this line of it is asked. Default: one’s own feet. */
  readonly line?: TrestleLine;
}

/** Pictures that are being answered. */
export interface EyeTraining extends EyeQuestion {
  readonly wanted: number;
  readonly startedAtMs: number;
  readonly endedAtMs: number | null;
  /** What turns and targets are drawn with, so that a page that is opened again shows the same. */
  readonly seed: number;
  readonly trials: readonly EyeTrial[];
  /** The last one is shown with its answer. */
  readonly told: boolean;
}

/** How many pictures of each task there are to choose from. */
export const COUNTS: Readonly<Record<EyeTask, readonly number[]>> = {
  side: [20, 40],
  square: [12],
  point: [6, 12],
};
/** Turns that are drawn by chance lie between these, degrees to either side. */
const [LEAST_TURN_DEG, MOST_TURN_DEG] = [1, 8] as const;
/** Draws for targets come after those for turns. */
const TARGETS_FROM = 100;
/** Turning until it looks square goes blind, then told, then with a mark, then blind again. */
const SQUARE_HELP = ['blind', 'told', 'mark', 'blind'] as const;

export function begunEye(
  question: EyeQuestion,
  wanted: number,
  { nowMs, seed }: { readonly nowMs: number; readonly seed: number },
): EyeTraining {
  return { ...question, wanted, startedAtMs: nowMs, endedAtMs: null, seed, trials: [], told: false };
}

/** Which picture it is at: the last one again while its answer is told. */
function at({ trials, told }: EyeTraining): number {
  return trials.length - (told ? 1 : 0);
}

/** How far the picture at hand is turned from square, degrees, right positive. */
export function shownTurnDeg(training: EyeTraining): number {
  const last = training.trials.at(-1);
  if (training.told && last !== undefined) return last.turnDeg;
  if (training.task === 'side') return nextTurnDeg(sideAnswers(training.trials));
  const [size, side] = [chance(training.seed, 2 * at(training)), chance(training.seed, 2 * at(training) + 1)];
  const turn = LEAST_TURN_DEG + (MOST_TURN_DEG - LEAST_TURN_DEG) * size;
  return (side < 0.5 ? -1 : 1) * Math.round(2 * turn) * 0.5;
}

/** Which of the targets of the place it is aimed at: another for each picture where there are several. */
export function targetAt(training: EyeTraining, targets: number): number {
  if (targets < 2) return 0;
  let [now, before] = [0, -1];
  for (let n = 0; n <= at(training); n++) {
    before = now;
    now = Math.floor(chance(training.seed, TARGETS_FROM + n) * targets) % targets;
    if (n > 0 && now === before) now = (now + 1) % targets;
  }
  return now;
}

/** What is told of the picture at hand. */
export function helpAt(training: EyeTraining): EyeTrial['help'] {
  if (training.task !== 'square') return 'blind';
  const part = Math.floor((at(training) * SQUARE_HELP.length) / training.wanted);
  return SQUARE_HELP[Math.min(part, SQUARE_HELP.length - 1)] ?? 'blind';
}

/** One answer more; its picture stays with the answer where that is told. */
export function answeredEye(
  training: EyeTraining,
  answer: Pick<EyeTrial, 'saidRight' | 'answeredDeg'>,
  nowMs: number,
): EyeTraining {
  const help = helpAt(training);
  const trial: EyeTrial = { turnDeg: shownTurnDeg(training), help, ...answer };
  const trials = [...training.trials, trial];
  const tells = help === 'told' || training.task === 'point';
  const after = { ...training, trials, told: tells };
  return tells ? after : onEye(after, nowMs);
}

/** On to the next picture, or to the end. */
export function onEye(training: EyeTraining, nowMs: number): EyeTraining {
  const ended = training.trials.length >= training.wanted;
  return { ...training, told: false, endedAtMs: ended ? nowMs : null };
}

/** Answers of left or right, as core takes them. */
function sideAnswers(trials: readonly EyeTrial[]) {
  return trials.flatMap(({ turnDeg, saidRight }) =>
    saidRight === undefined ? [] : [{ turnDeg, saidRight }],
  );
}

/** What was practised, for the record. */
export function practiceOfEye(
  training: EyeTraining,
  distanceM: number,
  nowMs: number,
): Omit<PracticeDoneInput, 'studentId' | 'revision'> {
  const { task, from, wanted, trials, startedAtMs, endedAtMs } = training;
  const began = new Date(startedAtMs);
  return {
    doneOn: localDay(began),
    startedAt: began.toISOString(),
    practice: {
      exercise: 'eye',
      wanted,
      done: trials.length,
      seconds: Math.round(((endedAtMs ?? nowMs) - startedAtMs) / 1000),
      spoken: false,
      eye: { task, ...(from && { from }), distanceM, trials: [...trials] },
    },
  };
}

/** Other lines of a body on trestles are turned by up to this beside the one that is asked, degrees. */
const BESIDE_DEG = 5;
/** Draws for them come after those for targets. */
const BESIDE_FROM = 300;

/** The picture at hand: one’s own set-up, or somebody else’s body on trestles, turned by what is asked. */
export function sceneOfEye(training: EyeTraining, wish: StandWish, turnDeg: number): StandScene {
  const side = sideSign(wish.handedness);
  if (training.line === undefined) return standScene(wish);
  const asked = training.line;
  const turns = TRESTLE_LINES.map((line, n) => {
    const draw = BESIDE_FROM + at(training) * TRESTLE_LINES.length + n;
    const beside = line === asked ? 0 : (2 * chance(training.seed, draw) - 1) * BESIDE_DEG;
    return [line, side * (turnDeg + beside)] as const;
  });
  return trestleScene({
    ...wish,
    turnsDeg: Object.fromEntries(turns) as Record<TrestleLine, number>,
    asked,
  });
}

/** Nothing in the picture gives the answer away: no target line, no mark but where it helps, nothing that points. */
export function askedScene(scene: StandScene, help: EyeTrial['help'], told: boolean): StandScene {
  if (told) return scene;
  const withMark = help === 'mark';
  return {
    ...scene,
    cords: scene.cords.filter(
      ({ name }) => ASKED_CORDS.has(name) || (withMark && (name === 'rod' || name === 'seeming')),
    ),
    cards: scene.cards.filter(({ kind }) => ASKED_CARDS.has(kind) || (withMark && kind === 'mark')),
  };
}

const ASKED_CORDS: ReadonlySet<string> = new Set([
  'toe-rod',
  'foot',
  'shaft',
  'edge',
  'asked',
  'trestle',
  'post',
]);
const ASKED_CARDS: ReadonlySet<string> = new Set(['target', 'landmark']);

/** The n-th number from 0 to below 1 that is drawn with a seed. */
function chance(seed: number, n: number): number {
  const dice = seededDice(seed);
  let drawn = dice.uniform();
  for (let i = 0; i < n + SKIPPED; i++) drawn = dice.uniform();
  return drawn;
}

/** First draws of near seeds are alike. */
const SKIPPED = 16;
