import { RefusedInput } from '../refusal/refused-input.ts';
import { normalLowerTail } from '../uncertainty/normal.ts';

/** One picture, one answer. */
export interface SideAnswer {
  /** How far what was shown was turned from square, degrees, right positive. */
  readonly turnDeg: number;
  /** It was said to be turned to the right. */
  readonly saidRight: boolean;
}

/** A figure with its 95 % interval, degrees. */
export interface SeenBetween {
  readonly meanDeg: number;
  readonly lowDeg: number;
  readonly highDeg: number;
}

/** What looks square to an eye, and how finely it tells. */
export interface EyeFound {
  readonly count: number;
  /** The turn that looks square, right positive. */
  readonly bias: SeenBetween;
  /** Standard deviation of the bias as it is known, degrees. */
  readonly biasSdDeg: number;
  /** So much farther from there it is told rightly by five of six looks. */
  readonly threshold: SeenBetween;
}

/** Turns and biases that are thought of, degrees. */
const [MOST_DEG, STEP_DEG] = [12, 0.25] as const;
/** Thresholds that are thought of, degrees; each so many times the one before. */
const [FINEST_DEG, COARSEST_DEG, THRESHOLDS] = [0.2, 10, 28] as const;
/** Before anything was answered: eyes are off by so much, and tell so finely, spread by this factor. */
const [USUAL_BIAS_SD_DEG, USUAL_THRESHOLD_DEG, THRESHOLD_SPREAD] = [4, 1.6, Math.log(2.2)] as const;
/** A slip of the finger. */
const SLIPS = 0.03;

const STEPS = Math.round((2 * MOST_DEG) / STEP_DEG) + 1;
const TURNS = Array.from({ length: STEPS }, (_, i) => -MOST_DEG + i * STEP_DEG);
const FINE = Array.from(
  { length: THRESHOLDS },
  (_, k) => FINEST_DEG * (COARSEST_DEG / FINEST_DEG) ** (k / (THRESHOLDS - 1)),
);
const CELLS = STEPS * THRESHOLDS;

/** By how far a turn is from the bias in steps, for one threshold: turns and biases lie on one grid. */
interface Chances {
  /** P(said right). */
  readonly right: Float64Array;
  /** What such an answer leaves open by itself. */
  readonly open: Float64Array;
}

let table: readonly Chances[] | null = null;

function chances(): readonly Chances[] {
  table ??= FINE.map((threshold) => {
    const right = Float64Array.from({ length: 2 * STEPS - 1 }, (_, i) =>
      chanceOfRight((i - (STEPS - 1)) * STEP_DEG, threshold),
    );
    return { right, open: right.map(openOf) };
  });
  return table;
}

/** Entropy of a yes or no. */
function openOf(p: number): number {
  return -p * Math.log(p) - (1 - p) * Math.log(1 - p);
}

function chanceOfRight(fromBiasDeg: number, thresholdDeg: number): number {
  return SLIPS / 2 + (1 - SLIPS) * normalLowerTail(fromBiasDeg / thresholdDeg);
}

/** What is thought before the first answer. */
function thoughtBefore(): Float64Array {
  return normed(
    Float64Array.from({ length: CELLS }, (_, cell) => {
      const bias = (TURNS[cell % STEPS] as number) / USUAL_BIAS_SD_DEG;
      const fine =
        Math.log((FINE[Math.floor(cell / STEPS)] as number) / USUAL_THRESHOLD_DEG) / THRESHOLD_SPREAD;
      return Math.exp(-(bias ** 2 + fine ** 2) / 2);
    }),
  );
}

function normed(weights: Float64Array): Float64Array {
  let sum = 0;
  for (const w of weights) sum += w;
  for (let i = 0; i < weights.length; i++) weights[i] = (weights[i] as number) / sum;
  return weights;
}

function thoughtOf(answers: readonly SideAnswer[]): Float64Array {
  const weights = thoughtBefore();
  for (const [n, { turnDeg, saidRight }] of answers.entries()) {
    if (!(Math.abs(turnDeg) <= 90))
      throw new RefusedInput('out-of-range', `answers.${n}.turnDeg`, {
        read: turnDeg,
        least: -90,
        most: 90,
        advice: 'A picture is turned by less than a quarter turn.',
      });
    for (let k = 0; k < THRESHOLDS; k++) {
      const known = (chances()[k] as Chances).right;
      for (let i = 0; i < STEPS; i++) {
        const steps = (turnDeg - (TURNS[i] as number)) / STEP_DEG + STEPS - 1;
        const right = known[steps] ?? chanceOfRight(turnDeg - (TURNS[i] as number), FINE[k] as number);
        const cell = k * STEPS + i;
        weights[cell] = (weights[cell] as number) * (saidRight ? right : 1 - right);
      }
    }
    normed(weights);
  }
  return weights;
}

/**
 * What looks square to somebody, and how finely they tell, from pictures that were each said to be turned left or right.
 *
 * @throws RefusedInput for a turn that is no angle
 * @example eyeFound([]).count // 0
 */
export function eyeFound(answers: readonly SideAnswer[]): EyeFound {
  const weights = thoughtOf(answers);
  const biases = Float64Array.from({ length: STEPS }, () => 0);
  const fines = Float64Array.from({ length: THRESHOLDS }, () => 0);
  for (let cell = 0; cell < CELLS; cell++) {
    const w = weights[cell] as number;
    biases[cell % STEPS] = (biases[cell % STEPS] as number) + w;
    const k = Math.floor(cell / STEPS);
    fines[k] = (fines[k] as number) + w;
  }
  const meanDeg = TURNS.reduce((sum, turn, i) => sum + turn * (biases[i] as number), 0);
  const variance = TURNS.reduce((sum, turn, i) => sum + (turn - meanDeg) ** 2 * (biases[i] as number), 0);
  const logs = FINE.map(Math.log);
  const logMean = logs.reduce((sum, log, k) => sum + log * (fines[k] as number), 0);
  return {
    count: answers.length,
    bias: { meanDeg, lowDeg: quantile(TURNS, biases, 0.025), highDeg: quantile(TURNS, biases, 0.975) },
    biasSdDeg: Math.sqrt(variance),
    threshold: {
      meanDeg: Math.exp(logMean),
      lowDeg: Math.exp(quantile(logs, fines, 0.025)),
      highDeg: Math.exp(quantile(logs, fines, 0.975)),
    },
  };
}

/** Where a share of all lies at or below, each weight spread evenly over its cell. */
function quantile(at: readonly number[], weights: Float64Array, share: number): number {
  const half = ((at[1] as number) - (at[0] as number)) / 2;
  let sum = 0;
  for (const [i, value] of at.entries()) {
    const w = weights[i] as number;
    if (sum + w >= share) return value - half + 2 * half * ((share - sum) / w);
    sum += w;
  }
  return at.at(-1) as number;
}

/**
 * The turn that would tell most about bias and threshold together: the one whose answer leaves the least open.
 *
 * @returns degrees, right positive, within ± 12
 * @throws RefusedInput as `eyeFound`
 * @example nextTurnDeg([]) // 0
 */
export function nextTurnDeg(answers: readonly SideAnswer[]): number {
  const weights = thoughtOf(answers);
  let [best, most] = [0, -Infinity];
  for (let x = 0; x < STEPS; x++) {
    const told = toldBy(weights, x);
    // Of turns that tell as much the one nearest to square: a first picture is not an extreme one.
    const nearer = Math.abs(TURNS[x] as number) < Math.abs(best);
    if (told > most + 1e-9 || (told > most - 1e-9 && nearer)) [best, most] = [TURNS[x] as number, told];
  }
  return best;
}

/** How much less is open after an answer to this turn, on average. */
function toldBy(weights: Float64Array, x: number): number {
  let [right, open] = [0, 0];
  for (let k = 0; k < THRESHOLDS; k++) {
    const of = chances()[k] as Chances;
    for (let i = 0; i < STEPS; i++) {
      const w = weights[k * STEPS + i] as number;
      const at = x - i + STEPS - 1;
      right += w * (of.right[at] as number);
      open += w * (of.open[at] as number);
    }
  }
  return openOf(right) - open;
}
