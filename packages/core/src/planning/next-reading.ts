import { type LineName } from '../geometry/line.ts';
import { type DecisionLimits, type Tolerance } from '../uncertainty/conformity.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { type AnswerChance, answerChances, likeliestAnswer, type LineChance, openness } from './answer.ts';
import { afterReading, type Belief, type Ground, probabilityIn, unread } from './belief.ts';
import { type HeldEstimate, overHolds } from './over-holds.ts';
import { reachOf } from './reach.ts';
import { type AtHand, type HoldingTimes, type Way, waysOf } from './ways.ts';

/** How far students stand off before anyone has measured them, standard deviation, rad. */
export const USUAL_SPREAD_RAD = (4 * Math.PI) / 180;

/** Below this gain, in bits, a further reading is not worth holding still for. */
export const LEAST_GAIN_BITS = 0.05;

/** A line as it stands: its readings, each with the hold it was taken in. */
export interface ReadSoFar {
  readonly line: LineName;
  /** φ and u without the target line, rad; at least one. */
  readonly readings: readonly HeldEstimate[];
  /** In or out already. */
  readonly decided: boolean;
  /** Judged by eye already: looking again repeats the judge's own bias and tells nothing new. */
  readonly byEye: boolean;
}

/** Where a check stands when the next reading is chosen. */
export interface Reading {
  /** The method's order, lines with a tolerance only count. */
  readonly order: readonly LineName[];
  readonly tolerancesRad: Partial<Readonly<Record<LineName, Tolerance>>>;
  readonly limits: DecisionLimits;
  readonly read: readonly ReadSoFar[];
  readonly targetLineUncertaintyRad: number;
  readonly readdressSdRad: number;
  /** Spread of students before anyone has measured them, rad. */
  readonly spreadRad: number;
  readonly atHand: AtHand;
  readonly times: HoldingTimes;
  /** The present hold, counted from 1. */
  readonly hold: number;
  /** Seconds already held in it. */
  readonly heldS: number;
  /** Further holds that the student can give after the present one. */
  readonly holdsLeft: number;
  /** No reading is worth less than this, bits. */
  readonly leastGainBits: number;
}

/** A reading that could come next, and what it is worth. */
export interface Candidate extends Way {
  /** It does not fit the present hold. */
  readonly newHold: boolean;
  /** How much less open the answer is expected to be, bits. */
  readonly gainBits: number;
  /** The likeliest answer's probability, expected after the reading. */
  readonly expectedProbability: number;
  /** Probability that the line itself is then in or out. */
  readonly decidesProbability: number;
  /** Seconds of holding and, for another hold, of stepping in again. */
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
      /** `settled`: the verdicts settle it; `not-worth-it`: nothing at hand tells enough; `no-hold-left`. */
      readonly advice: 'settled' | 'not-worth-it' | 'no-hold-left';
      readonly answer: AnswerChance;
    };

/** How finely the outcomes of a reading are looked at: 41 even steps over ±5 σ integrate a normal far below 1e-6. */
const OUTCOMES: readonly { readonly z: number; readonly weight: number }[] = Array.from(
  { length: 41 },
  (_, i) => {
    const z = (i - 20) / 4;
    return { z, weight: Math.exp(-0.5 * z * z) / (4 * Math.sqrt(2 * Math.PI)) };
  },
);

/**
 * The single further reading that tells most about what to fix first, per second that the student holds still, and
 * when to stop.
 *
 * Each line is believed normal about its reading, or about the target line with the spread of students before it is
 * read. Answers are "line k is the first that is out" and "all are in". A reading's gain is the expected loss of
 * openness (Shannon entropy) of these answers, which is never negative; lines are taken as independent.
 * @example nextReading({ order: ['toes'], tolerancesRad: { toes: [-0.1, 0.1] }, limits: { inProbability: 0.95, outProbability: 0.05 }, read: [], targetLineUncertaintyRad: 0.01, readdressSdRad: 0.03, spreadRad: 0.07, atHand: { tapeDivisionM: 0.005, plumbM: 0, gauge: false, eyeRad: 0.07 }, times: HOLDING_TIMES, hold: 1, heldS: 0, holdsLeft: 0, leastGainBits: 0.05 }).next.by // 'gaps'
 */
export function nextReading(state: Reading): NextReading {
  const ground: Ground = {
    spreadVariance: state.spreadRad ** 2,
    targetLineVariance: state.targetLineUncertaintyRad ** 2,
  };
  const judged = state.order.flatMap((line) => {
    const tolerance = state.tolerancesRad[line];
    if (tolerance === undefined) return [];
    const soFar = state.read.find((r) => r.line === line);
    const belief =
      soFar === undefined
        ? unread(ground)
        : afterReading(unread(ground), overHolds(soFar.readings, state.readdressSdRad));
    // A tolerance so wide that hardly anyone leaves it, as that of free feet, needs no reading.
    const decided = soFar?.decided ?? probabilityIn(belief, ground, tolerance) >= state.limits.inProbability;
    return [{ line, tolerance, belief, soFar, decided }];
  });
  const chances: readonly LineChance[] = judged.map(({ line, belief, tolerance }) => ({
    line,
    probabilityIn: probabilityIn(belief, ground, tolerance),
  }));
  const now = answerChances(chances);
  const answer = likeliestAnswer(now);
  if (isSettled(judged, answer)) return { advice: 'settled', answer };
  const candidates = judged.flatMap((judgedLine, index) =>
    judgedLine.decided
      ? []
      : worthwhileWays(judgedLine, state).flatMap((way) => {
          const timed = timing(way, state);
          return timed === undefined || (way.by === 'eye' && judgedLine.soFar?.byEye === true)
            ? []
            : [worthOf({ way, timed, judgedLine, index, chances, ground, state, nowBits: openness(now) })];
        }),
  );
  if (candidates.length === 0) {
    const undecided = judged.some((l) => !l.decided);
    return { advice: undecided ? 'no-hold-left' : 'settled', answer };
  }
  const worth = candidates
    .filter((c) => c.gainBits >= state.leastGainBits)
    .toSorted((a, b) => b.gainBits / b.seconds - a.gainBits / a.seconds);
  // A line that was begun in this hold is finished in it: read again after stepping out it is another stand.
  const begun = new Set(
    judged.filter((l) => l.soFar?.readings.some((r) => r.hold === state.hold)).map((l) => l.line),
  );
  const finishing = worth.filter((c) => begun.has(c.line) && !c.newHold);
  const ranked = [...finishing, ...worth.filter((c) => !finishing.includes(c))];
  const [next, ...others] = ranked;
  return next === undefined ? { advice: 'not-worth-it', answer } : { advice: 'read', next, others, answer };
}

interface JudgedLine {
  readonly line: LineName;
  readonly tolerance: Tolerance;
  readonly belief: Belief;
  readonly soFar: ReadSoFar | undefined;
  readonly decided: boolean;
}

/**
 * Ways that can say "in" when repeated through one whole hold; where none can, every way but a look. A rough reading
 * would only blur a sharp one that another hold brings.
 */
function worthwhileWays({ line, tolerance }: JudgedLine, state: Reading): readonly Way[] {
  const { times, limits, targetLineUncertaintyRad } = state;
  const ways = waysOf(line, state.atHand, times);
  const sharp = ways.filter((way) => {
    const repeats = way.by === 'eye' ? 1 : Math.max(1, Math.floor(times.longestHoldS / way.holdingS));
    const measurementUncertaintyRad = way.measurementUncertaintyRad / Math.sqrt(repeats);
    return reachOf({ measurementUncertaintyRad, targetLineUncertaintyRad, tolerance, limits }).canSayIn;
  });
  if (sharp.length > 0) return sharp;
  const readings = ways.filter((way) => way.by !== 'eye');
  return readings.length > 0 ? readings : ways;
}

/** All in, or everything up to the first that is out decided: nothing further changes what comes first. */
function isSettled(judged: readonly JudgedLine[], { fixFirst }: AnswerChance): boolean {
  const upTo = fixFirst === null ? judged.length : judged.findIndex((l) => l.line === fixFirst) + 1;
  return judged.slice(0, upTo).every((l) => l.decided);
}

interface Timed {
  readonly newHold: boolean;
  readonly seconds: number;
}

function timing(way: Way, { heldS, holdsLeft, times }: Reading): Timed | undefined {
  if (heldS + way.holdingS <= times.longestHoldS) return { newHold: false, seconds: way.holdingS };
  return holdsLeft > 0 ? { newHold: true, seconds: way.holdingS + times.stepInS } : undefined;
}

interface Weighed {
  readonly way: Way;
  readonly timed: Timed;
  readonly judgedLine: JudgedLine;
  readonly index: number;
  readonly chances: readonly LineChance[];
  readonly ground: Ground;
  readonly state: Reading;
  readonly nowBits: number;
}

function worthOf({ way, timed, judgedLine, index, chances, ground, state, nowBits }: Weighed): Candidate {
  const { belief, tolerance, line, soFar } = judgedLine;
  const hold = timed.newHold ? state.hold + 1 : state.hold;
  const u = way.measurementUncertaintyRad;
  const isAnotherStand = soFar !== undefined && !soFar.readings.some((r) => r.hold === hold);
  const outcomeSpread = Math.sqrt(
    belief.variance + inQuadrature(u, isAnotherStand ? state.readdressSdRad : 0) ** 2,
  );
  const before = soFar?.readings ?? [];
  const { inProbability, outProbability } = state.limits;
  let bits = 0;
  let expectedProbability = 0;
  let decidesProbability = 0;
  for (const { z, weight } of OUTCOMES) {
    const value = belief.mean + z * outcomeSpread;
    const reading = { handedAzimuthRad: value, standardUncertaintyRad: u, hold };
    const after = afterReading(unread(ground), overHolds([...before, reading], state.readdressSdRad));
    const pIn = probabilityIn(after, ground, tolerance);
    const answers = answerChances(chances.map((c, i) => (i === index ? { line, probabilityIn: pIn } : c)));
    bits += weight * openness(answers);
    expectedProbability += weight * likeliestAnswer(answers).probability;
    if (pIn >= inProbability || pIn <= outProbability) decidesProbability += weight;
  }
  return { ...way, ...timed, gainBits: nowBits - bits, expectedProbability, decidesProbability };
}
