import { type LineName } from '../geometry/line.ts';
import { type FirstChances, firstChances, type JudgedLines, type Mixture } from '../posterior/answers.ts';
import { DIMENSIONS } from '../posterior/fixed-points.ts';
import { type Asked, errorsOfReading, fromHabit, type Hold, holdKey, stoodIn } from '../posterior/lesson.ts';
import {
  type Believed,
  believed,
  habitOf,
  mixtureOf,
  type PosteriorGround,
  todayOf,
} from '../posterior/posterior.ts';
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

/** The heaviest kinds of students with their weights, and what is believed of the habit of each. */
interface Kind {
  readonly weight: number;
  readonly mean: Float64Array;
  readonly covariance: Float64Array;
}

/** One kind, of today and of the reading that may come. */
interface Expecting {
  readonly weight: number;
  /** Of the lines today, and last of the reading, rad. */
  readonly mean: Float64Array;
  /** rad² */
  readonly covariance: Float64Array;
}

/**
 * The single further reading from which the answer is expected to become most certain, per second that it takes; and
 * when to stop. What was read, how bodies hang together and earlier checks all have their say, so that a line which
 * was never read may need no reading.
 *
 * @example nextReading({ ground: { readings: [], targetLineUncertaintyRad: 0.01, readdressSdRad: 0.03, daySdRad: 0.01, prior: SHIPPED_PRIOR, earlier: [], tolerancesRad: { toes: [-0.05, 0.05] }, order: ['toes'] }, atHand: { tapeDivisionM: 0.005, plumbM: 0, gauge: false, eyeRad: 0.07 }, times: HOLDING_TIMES, hold: 1, heldS: 0, holdsLeft: 0, leastGain: 0.01 }).next.by // 'gaps'
 */
export function nextReading(state: ReadSoFar): NextReading {
  const { ground, depth = SHORT } = state;
  const after = believed(ground);
  const kinds = heaviest(habitOf(after.hypotheses), depth.kinds);
  const present = fromHabit(after.lesson, todayOf(after));
  const now = likeliest(firstChances(mixtureOf(oneByOne(kinds), present), ground, depth.points));
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
    const from = expecting(kinds, after, { way, hold: newHold ? state.hold + 1 : state.hold });
    const expectedProbability = expectedAfter(from, ground, depth.points);
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

function heaviest(habit: readonly Mixture[], most: number): readonly Kind[] {
  const all = habit.flatMap(({ members, covariance }) =>
    members.map(({ weight, mean }): Kind => ({ weight, mean, covariance })),
  );
  const heavy = all.toSorted((a, b) => b.weight - a.weight).slice(0, most);
  const whole = heavy.reduce((sum, k) => sum + k.weight, 0);
  return heavy.map((kind) => ({ ...kind, weight: kind.weight / whole }));
}

function oneByOne(kinds: readonly Kind[]): readonly Mixture[] {
  return kinds.map(({ weight, mean, covariance }) => ({ members: [{ weight, mean }], covariance }));
}

/** A reading that may come, and the hold it would be taken in. */
interface ToCome {
  readonly way: Way;
  readonly hold: number;
}

/** What is expected of today, the hold of the reading included, and of the reading itself. */
function expecting(
  kinds: readonly Kind[],
  { lesson, check }: Pick<Believed, 'lesson' | 'check'>,
  { way, hold }: ToCome,
): readonly Expecting[] {
  const own: Hold = { key: holdKey(check, hold), readdressSdRad: check.readdressSdRad };
  const holds = lesson.holds.some(({ key }) => key === own.key) ? lesson.holds : [...lesson.holds, own];
  const reading: Asked = {
    line: way.line,
    parts: errorsOfReading(
      check,
      {
        line: way.line,
        hold,
        handedAzimuthRad: 0,
        standardUncertaintyRad: way.measurementUncertaintyRad,
        independentRad: way.measurementUncertaintyRad,
        shared: [],
        fromTarget: way.fromTarget,
      },
      lesson.daySdRad,
    ),
  };
  const from = fromHabit(lesson, [...stoodIn(holds, lesson.daySdRad), reading]);
  return mixtureOf(oneByOne(kinds), from).flatMap(({ members, covariance }) =>
    members.map(({ weight, mean }) => ({ weight, mean, covariance })),
  );
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

/** Today of one kind after the reading, but for what it says. */
interface Moved {
  readonly weight: number;
  readonly today: Float64Array;
  /** The reading as it is expected, rad, and its variance, rad². */
  readonly expected: number;
  readonly variance: number;
  /** By how much each line moves with the reading. */
  readonly gain: Float64Array;
  readonly narrowed: Float64Array;
}

function movedBy({ weight, mean, covariance }: Expecting): Moved {
  const size = mean.length;
  const variance = covariance[size * size - 1] as number;
  const across = covariance.subarray((size - 1) * size, (size - 1) * size + DIMENSIONS);
  const narrowed = new Float64Array(DIMENSIONS * DIMENSIONS);
  for (let i = 0; i < DIMENSIONS; i++) {
    for (let j = 0; j < DIMENSIONS; j++) {
      const both = ((across[i] as number) * (across[j] as number)) / variance;
      narrowed[i * DIMENSIONS + j] = (covariance[i * size + j] as number) - both;
    }
  }
  return {
    weight,
    today: mean.subarray(0, DIMENSIONS),
    expected: mean[size - 1] as number,
    variance,
    gain: across.map((a) => a / variance),
    narrowed,
  };
}

/** The likeliest answer's probability, expected over what may be read. */
function expectedAfter(kinds: readonly Expecting[], ground: JudgedLines, points: number): number {
  const moved = kinds.map(movedBy);
  const mean = moved.reduce((sum, m) => sum + m.weight * m.expected, 0);
  const spread = Math.sqrt(
    moved.reduce((sum, m) => sum + m.weight * (m.variance + (m.expected - mean) ** 2), 0),
  );
  let [sum, whole] = [0, 0];
  for (const [z, weight] of NODES) {
    const value = mean + z * spread;
    // Nodes are of one normal distribution; what may be read is a mixture: each counts as much as it is likelier.
    const likelihoods = moved.map(
      (m) => (m.weight * Math.exp(-0.5 * ((value - m.expected) ** 2 / m.variance))) / Math.sqrt(m.variance),
    );
    const density = likelihoods.reduce((all, l) => all + l, 0);
    const counts = (weight * density * spread) / Math.exp(-0.5 * z * z);
    const after = moved.map(({ today, expected, gain, narrowed }, i): Mixture => ({
      members: [
        {
          weight: (likelihoods[i] ?? 0) / density,
          mean: today.map((m, j) => m + (gain[j] as number) * (value - expected)),
        },
      ],
      covariance: narrowed,
    }));
    sum += counts * likeliest(firstChances(after, ground, points)).probability;
    whole += counts;
  }
  return sum / whole;
}
