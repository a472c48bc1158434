import { RefusedInput } from '../refusal/refused-input.ts';
import { TOLD_FROM } from '../uncertainty/told-from.ts';

/** How much help is left, most first: it fades from one to the next. */
export const FADING_STAGES = ['rods', 'checks', 'mark', 'nothing', 'pressure'] as const;
export type FadingStage = (typeof FADING_STAGES)[number];

/** What a student read of the practised line by themselves. */
export interface SelfRead {
  /** φ, degrees. */
  readonly handedAzimuthDeg: number;
  /** Standard uncertainty of the reading, the line it was read from included, degrees. */
  readonly uncertaintyDeg: number;
  /** What the line may be, degrees. */
  readonly lowDeg: number;
  readonly highDeg: number;
}

/** A step of the fading, and why. */
export interface FadingStep {
  /** Which of the readings it was. */
  readonly read: number;
  readonly from: FadingStage;
  readonly to: FadingStage;
  readonly why: 'two-in' | 'one-out';
}

/** Where the fading stands. */
export interface Fading {
  readonly stage: FadingStage;
  /** After each reading: how likely the line stands as wanted now. */
  readonly inProbability: readonly number[];
  readonly steps: readonly FadingStep[];
}

/** So many in a row move it on. */
const IN_A_ROW = 2;
/** A line stands a little elsewhere at every set-up: a guess until it is learned, degrees. */
const SET_UP_SCATTER_DEG = 1.2;
/** From one reading to the next a line wanders by so much, degrees. */
const WANDERS_DEG = 0.5;
/** So often it has gone back to some fault instead, which may be anywhere so far out, degrees. */
const [FALLS_BACK, FAULTS_DEG] = [0.1, 5] as const;
/** Before anything was read, a practised line is out about so far, degrees. */
const THOUGHT_SD_DEG = 5;

const [REACH_DEG, STEP_DEG] = [25, 0.25] as const;
const LEVELS = Array.from({ length: (2 * REACH_DEG) / STEP_DEG + 1 }, (_, i) => -REACH_DEG + i * STEP_DEG);

/**
 * Where the help of a plan stands after what the student has read: on by one where two readings in a row leave the line
 * in at 0.8, back by one where one leaves it out at 0.8. Each reading is seen beside the ones before it, as a line that
 * wanders a little and sometimes falls back.
 *
 * @param reads in their order
 * @throws RefusedInput `out-of-range` for an uncertainty that is none, or limits that hold nothing
 * @example fadingOf([]).stage // 'rods'
 */
export function fadingOf(reads: readonly SelfRead[]): Fading {
  let thought = normed(LEVELS.map((level) => bell(level, THOUGHT_SD_DEG)));
  let [at, inARow] = [0, 0];
  const inProbability: number[] = [];
  const steps: FadingStep[] = [];
  for (const [read, self] of reads.entries()) {
    requireReading(self, read);
    if (read > 0) thought = wandered(thought);
    thought = seen(thought, self);
    const probability = within(thought, self);
    inProbability.push(probability);
    inARow = probability >= TOLD_FROM ? inARow + 1 : 0;
    const [to, why] =
      probability <= 1 - TOLD_FROM
        ? ([Math.max(0, at - 1), 'one-out'] as const)
        : inARow >= IN_A_ROW
          ? ([Math.min(FADING_STAGES.length - 1, at + 1), 'two-in'] as const)
          : ([at, null] as const);
    if (to === at || why === null) continue;
    steps.push({ read, from: stageAt(at), to: stageAt(to), why });
    [at, inARow] = [to, 0];
  }
  return { stage: stageAt(at), inProbability, steps };
}

function stageAt(at: number): FadingStage {
  return FADING_STAGES[at] as FadingStage;
}

function requireReading({ handedAzimuthDeg, uncertaintyDeg, lowDeg, highDeg }: SelfRead, read: number): void {
  if (!(uncertaintyDeg > 0 && uncertaintyDeg <= 90))
    throw new RefusedInput('out-of-range', `reads.${read}.uncertaintyDeg`, {
      read: uncertaintyDeg,
      least: 0,
      most: 90,
      advice: 'A reading has an uncertainty.',
    });
  if (!(Math.abs(handedAzimuthDeg) <= 90))
    throw new RefusedInput('out-of-range', `reads.${read}.handedAzimuthDeg`, {
      read: handedAzimuthDeg,
      least: -90,
      most: 90,
      advice: 'A line is turned by less than a quarter turn.',
    });
  if (!(lowDeg < highDeg))
    throw new RefusedInput('out-of-range', `reads.${read}.highDeg`, {
      read: highDeg,
      least: lowDeg,
      most: 90,
      advice: 'The upper limit lies above the lower one.',
    });
}

/** Up to a factor. */
function bell(byDeg: number, sdDeg: number): number {
  return Math.exp(-((byDeg / sdDeg) ** 2) / 2) / sdDeg;
}

function normed(weights: readonly number[]): readonly number[] {
  const sum = weights.reduce((all, w) => all + w, 0);
  return weights.map((w) => w / sum);
}

const FAULTS = normed(LEVELS.map((level) => bell(level, FAULTS_DEG)));
/** How a line wanders, up to four standard deviations. */
const NEAR = Math.ceil((4 * WANDERS_DEG) / STEP_DEG);
const WANDERING = normed(
  Array.from({ length: 2 * NEAR + 1 }, (_, i) => bell((i - NEAR) * STEP_DEG, WANDERS_DEG)),
);

function wandered(thought: readonly number[]): readonly number[] {
  return normed(
    thought.map((_, i) => {
      const stayed = WANDERING.reduce((sum, w, k) => sum + w * (thought[i + k - NEAR] ?? 0), 0);
      return (1 - FALLS_BACK) * stayed + FALLS_BACK * (FAULTS[i] as number);
    }),
  );
}

function seen(thought: readonly number[], { handedAzimuthDeg, uncertaintyDeg }: SelfRead): readonly number[] {
  const sd = Math.hypot(uncertaintyDeg, SET_UP_SCATTER_DEG);
  // A reading beyond the reach of the grid counts as at its end.
  const read = Math.max(-REACH_DEG, Math.min(REACH_DEG, handedAzimuthDeg));
  return normed(thought.map((w, i) => w * bell(read - (LEVELS[i] as number), sd)));
}

/** Each weight is spread evenly over its cell. */
function within(thought: readonly number[], { lowDeg, highDeg }: SelfRead): number {
  return thought.reduce((sum, w, i) => {
    const level = LEVELS[i] as number;
    const from = Math.max(lowDeg, level - STEP_DEG / 2);
    const to = Math.min(highDeg, level + STEP_DEG / 2);
    return sum + w * Math.max(0, Math.min(1, (to - from) / STEP_DEG));
  }, 0);
}
