import { LINE_NAMES, type LineName } from '../geometry/line.ts';
import { type FirstChances, firstChances, type JudgedLines, type Mixture } from '../posterior/answers.ts';
import { type Belief, extended, type Member } from '../posterior/belief.ts';
import { DIMENSIONS } from '../posterior/fixed-points.ts';
import { believed, LINE_ROW, type PosteriorGround, standRow } from '../posterior/posterior.ts';
import { standLoading } from '../combining/combine-line.ts';
import { type AtHand, type HoldingTimes } from '../observation/at-hand.ts';
import { type Way, waysOf } from './ways.ts';

/** Below this gain of the likeliest answer a further reading is not worth holding still for. */
export const LEAST_GAIN = 0.01;
/** An answer this probable needs no further reading. */
const SETTLED_FROM = 0.95;

/** Where a check stands when the next reading is chosen. */
export interface ReadSoFar {
  /** What was read so far, nothing yet included, and what is known besides. */
  readonly ground: PosteriorGround;
  readonly atHand: AtHand;
  readonly times: HoldingTimes;
  /** The present hold, counted from 1. */
  readonly hold: number;
  /** Seconds already held in it. */
  readonly heldS: number;
  /** Further holds that the student can give after the present one. */
  readonly holdsLeft: number;
  /** No reading is worth less than this. */
  readonly leastGain: number;
  /** How far it is thought through. Default: the short way, for while someone waits. */
  readonly depth?: Depth;
}

/** How far advice is thought through. */
export interface Depth {
  /** Kinds of students that are looked at, the heaviest first. */
  readonly kinds: number;
  /** Points of each. */
  readonly points: number;
}

/** What comes first, or null for nothing, with its probability. */
export interface AnswerChance {
  readonly first: LineName | null;
  readonly probability: number;
}

/** A reading that could come next, and what it is worth. */
export interface Candidate extends Way {
  /** It does not fit the present hold. */
  readonly newHold: boolean;
  /** By how much the likeliest answer is expected to become more probable. */
  readonly gain: number;
  /** The likeliest answer's probability, expected after the reading. */
  readonly expectedProbability: number;
  /** Seconds of holding, of the tape, and, for another hold, of stepping in again. */
  readonly seconds: number;
}

/** What to read next, or why nothing more. */
export type NextReading =
  | {
      readonly advice: 'read';
      readonly next: Candidate;
      readonly others: readonly Candidate[];
      readonly answer: AnswerChance;
    }
  | {
      /** `settled`: the answer is certain; `not-worth-it`: nothing at hand tells enough; `no-hold-left`. */
      readonly advice: 'settled' | 'not-worth-it' | 'no-hold-left';
      readonly answer: AnswerChance;
    };

/** The same advice as with everything in nine of ten checks: `docs/numerics.md`. */
const SHORT: Depth = { kinds: 24, points: 128 };
/** All kinds, with as many points as an answer that is kept. */
export const FULL_DEPTH: Depth = { kinds: 500, points: 2048 };

/** Gauss–Hermite nodes and weights for a standard normal distribution, seven of them. */
const NODES: readonly (readonly [z: number, weight: number])[] = [
  [-3.750439717725742, 5.482688559722179e-4],
  [-2.366759410734541, 0.030757123967586497],
  [-1.154405394739968, 0.2401231786050127],
  [0, 0.45714285714285713],
  [1.154405394739968, 0.2401231786050127],
  [2.366759410734541, 0.030757123967586497],
  [3.750439717725742, 5.482688559722179e-4],
];

/** The heaviest kinds of students with their weights, each with a covariance of its own. */
interface Kind {
  readonly weight: number;
  readonly mean: Float64Array;
  readonly covariance: Float64Array;
}

/**
 * The single further reading from which the answer is expected to become most certain, per second that it takes; and
 * when to stop. What was read, how bodies hang together and earlier checks all have their say, so that a line which
 * was never read may need no reading.
 *
 * @example nextReading({ ground: { readings: [], targetLineUncertaintyRad: 0.01, readdressSdRad: 0.03, prior: SHIPPED_PRIOR, earlier: [], tolerancesRad: { toes: [-0.05, 0.05] }, order: ['toes'] }, atHand: { tapeDivisionM: 0.005, plumbM: 0, gauge: false, eyeRad: 0.07 }, times: HOLDING_TIMES, hold: 1, heldS: 0, holdsLeft: 0, leastGain: 0.01 }).next.by // 'gaps'
 */
export function nextReading(state: ReadSoFar): NextReading {
  const { ground, depth = SHORT } = state;
  const { beliefs, weights, holds } = believed(ground);
  const kinds = heaviest(beliefs, weights, depth.kinds);
  const now = likeliest(firstChances(habitOf(kinds), ground, depth.points));
  if (now.probability >= SETTLED_FROM) return { advice: 'settled', answer: now };
  const looked = new Set(ground.readings.filter((r) => r.independentRad === 0).map((r) => r.line));
  const judged = ground.order.filter((line) => ground.tolerancesRad[line] !== undefined);
  const timed = judged.flatMap((line) =>
    withoutLooks(waysOf(line, state.atHand, state.times), looked.has(line)).flatMap((way) => {
      const timing = timingOf(way, state);
      return timing === undefined ? [] : [{ way, ...timing }];
    }),
  );
  if (timed.length === 0) {
    return { advice: judged.length > 0 ? 'no-hold-left' : 'settled', answer: now };
  }
  const candidates = timed.map(({ way, newHold, seconds }): Candidate => {
    const hold = newHold ? state.hold + 1 : state.hold;
    const known = holds.includes(hold);
    // A stand that nothing was read in yet is one more thing that is not known.
    const from = known ? kinds : kinds.map((kind) => withStand(kind, ground.readdressSdRad));
    const rows = [
      LINE_NAMES.indexOf(way.line),
      known ? standRow(holds, hold) : (from[0]?.mean.length ?? 0) - 1,
      ...(way.fromTarget ? [] : [LINE_ROW]),
    ];
    const factors = [1, standLoading(way.line), 1];
    const expectedProbability = expectedAfter(from, { rows, factors }, { way, ground, points: depth.points });
    return { ...way, newHold, seconds, expectedProbability, gain: expectedProbability - now.probability };
  });
  const worth = candidates
    .filter((c) => c.gain >= state.leastGain)
    .toSorted((a, b) => b.gain / b.seconds - a.gain / a.seconds);
  const [next, ...others] = worth;
  return next === undefined
    ? { advice: 'not-worth-it', answer: now }
    : { advice: 'read', next, others, answer: now };
}

/**
 * A look costs no tape, so it would always come first by the second; it is advised only where nothing else is at hand.
 * Looking again repeats the judge's own bias and tells nothing new.
 */
function withoutLooks(ways: readonly Way[], lookedAt: boolean): readonly Way[] {
  const read = ways.filter((way) => way.by !== 'eye');
  return read.length > 0 || lookedAt ? read : ways;
}

function heaviest(
  beliefs: readonly Belief[],
  weights: readonly (readonly number[])[],
  most: number,
): readonly Kind[] {
  const all = beliefs.flatMap(({ members, covariance }, i) =>
    members.map(({ mean }, m): Kind => ({ weight: weights[i]?.[m] ?? 0, mean, covariance })),
  );
  const heavy = all.toSorted((a, b) => b.weight - a.weight).slice(0, most);
  const whole = heavy.reduce((sum, k) => sum + k.weight, 0);
  return heavy.map((kind) => ({ ...kind, weight: kind.weight / whole }));
}

/** The seven lines alone. */
function habitOf(kinds: readonly Kind[]): readonly Mixture[] {
  return kinds.map(({ weight, mean, covariance }) => {
    const size = mean.length;
    const lines = new Float64Array(DIMENSIONS * DIMENSIONS);
    for (let i = 0; i < DIMENSIONS; i++) {
      lines.set(covariance.subarray(i * size, i * size + DIMENSIONS), i * DIMENSIONS);
    }
    return { members: [{ weight, mean: mean.subarray(0, DIMENSIONS) }], covariance: lines };
  });
}

function withStand({ weight, mean, covariance }: Kind, readdressSdRad: number): Kind {
  const member: Member = { logWeight: 0, mean };
  const more = extended({ members: [member], covariance }, [readdressSdRad ** 2]);
  return { weight, mean: more.members[0]?.mean ?? mean, covariance: more.covariance };
}

function likeliest({ first, none }: FirstChances): AnswerChance {
  let answer: AnswerChance = { first: null, probability: none };
  for (const [line, probability] of first) {
    if (probability > answer.probability) answer = { first: line, probability };
  }
  return answer;
}

interface Timed {
  readonly newHold: boolean;
  readonly seconds: number;
}

function timingOf(way: Way, { heldS, holdsLeft, times }: ReadSoFar): Timed | undefined {
  const tapeS = way.by === 'eye' ? 0 : times.tapeS;
  if (heldS + way.holdingS <= times.longestHoldS) {
    return { newHold: false, seconds: way.holdingS + tapeS };
  }
  return holdsLeft > 0 ? { newHold: true, seconds: way.holdingS + tapeS + times.stepInS } : undefined;
}

/** What a reading would do to one kind: where it is expected, how widely, and what it moves. */
interface Moved {
  readonly kind: Kind;
  readonly expected: number;
  readonly variance: number;
  /** ΣHᵀ/F. */
  readonly gain: Float64Array;
  readonly narrowed: Float64Array;
}

function movedBy(
  kind: Kind,
  { rows, factors }: { readonly rows: readonly number[]; readonly factors: readonly number[] },
  noise: number,
): Moved {
  const { mean, covariance } = kind;
  const size = mean.length;
  const across = new Float64Array(size);
  let expected = 0;
  rows.forEach((row, k) => {
    const factor = factors[k] ?? 0;
    expected += factor * (mean[row] as number);
    for (let j = 0; j < size; j++) {
      across[j] = (across[j] as number) + factor * (covariance[row * size + j] as number);
    }
  });
  const variance = rows.reduce((sum, row, k) => sum + (factors[k] ?? 0) * (across[row] as number), noise);
  const narrowed = covariance.slice();
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < size; j++) {
      narrowed[i * size + j] =
        (narrowed[i * size + j] as number) - ((across[i] as number) * (across[j] as number)) / variance;
    }
  }
  return { kind, expected, variance, gain: across.map((a) => a / variance), narrowed };
}

/** The likeliest answer's probability, expected over what may be read. */
function expectedAfter(
  kinds: readonly Kind[],
  madeOf: { readonly rows: readonly number[]; readonly factors: readonly number[] },
  { way, ground, points }: { readonly way: Way; readonly ground: JudgedLines; readonly points: number },
): number {
  const moved = kinds.map((kind) => movedBy(kind, madeOf, way.measurementUncertaintyRad ** 2));
  const mean = moved.reduce((sum, m) => sum + m.kind.weight * m.expected, 0);
  const spread = Math.sqrt(
    moved.reduce((sum, m) => sum + m.kind.weight * (m.variance + (m.expected - mean) ** 2), 0),
  );
  let [sum, whole] = [0, 0];
  for (const [z, weight] of NODES) {
    const value = mean + z * spread;
    // Nodes are of one normal distribution; what may be read is a mixture: each counts as much as it is likelier.
    const likelihoods = moved.map(
      (m) =>
        (m.kind.weight * Math.exp(-0.5 * ((value - m.expected) ** 2 / m.variance))) / Math.sqrt(m.variance),
    );
    const density = likelihoods.reduce((all, l) => all + l, 0);
    const counts = (weight * density * spread) / Math.exp(-0.5 * z * z);
    const after = moved.map(({ kind, expected, gain, narrowed }, i): Kind => ({
      weight: (likelihoods[i] ?? 0) / density,
      mean: kind.mean.map((m, j) => m + (gain[j] as number) * (value - expected)),
      covariance: narrowed,
    }));
    sum += counts * likeliest(firstChances(habitOf(after), ground, points)).probability;
    whole += counts;
  }
  return sum / whole;
}
