import { LINE_NAMES, type LineName } from '../geometry/line.ts';
import { type SharedPart } from '../uncertainty/shared-part.ts';
import { countedReadings, type HeldReading, standKey, standLoading } from '../combining/combine-line.ts';
import { chiSquaredUpperTail } from '../uncertainty/chi-squared.ts';
import { covarianceMatrix, type Parted } from '../uncertainty/covariance.ts';
import { type Answers, answersOf, type JudgedLines, type Mixture } from './answers.ts';
import {
  type Belief,
  drifted,
  extended,
  normalisedWeights,
  priorBeliefs,
  type Seen,
  updated,
} from './belief.ts';
import { DIMENSIONS, MOST_POINTS } from './fixed-points.ts';
import { type PriorComponent } from './prior.ts';

/** One reading of one line. */
export interface LineReading extends HeldReading {
  readonly line: LineName;
}

/** A cold check of the same student and club group, before this one. */
export interface EarlierCheck {
  /** Whole days before this check, ≥ 0. */
  readonly daysBefore: number;
  /** u(T) of its target line, rad. */
  readonly targetLineUncertaintyRad: number;
  readonly readdressSdRad: number;
  /** Read from this check's own string or rod, whose error it shares. */
  readonly sameLine: boolean;
  readonly readings: readonly LineReading[];
}

/** What the answer of a check is made from. */
export interface PosteriorGround extends JudgedLines {
  /** At least one. */
  readonly readings: readonly LineReading[];
  readonly targetLineUncertaintyRad: number;
  readonly readdressSdRad: number;
  /** Weights sum to 1. */
  readonly prior: readonly PriorComponent[];
  /** Oldest first. */
  readonly earlier: readonly EarlierCheck[];
  /** Of each component; 2,048 for an answer that is kept, 512 for one that is shown while typing. */
  readonly points?: number;
}

/** What a check says of all lines at once, from its readings, from how bodies hang together, and from earlier checks. */
export interface Posterior extends Answers {
  /** The same of how they stood; null where the check was read in several holds. */
  readonly asItStood: Answers | null;
  /** That all lines with a tolerance were inside, each in the hold it was last read in. */
  readonly asReadAllInProbability: number;
  /** The line that most probably comes first, or null where none is likelier. */
  readonly first: LineName | null;
  /** The line that is expected to be farthest outside. */
  readonly mostToGain: LineName | null;
  /** Earlier checks were set aside: today's readings contradict them. */
  readonly historySetAside: boolean;
}

/** Below this today's readings contradict what the earlier ones say. */
const CONTRADICTION_P_VALUE = 0.01;
/** Kinds of students that weigh less have no say in whether there is a contradiction. */
const CONTRADICTION_WEIGHT = 0.01;

/** Readings of one check as they count, line by line. */
function counted(readings: readonly LineReading[]): readonly LineReading[] {
  return LINE_NAMES.flatMap((line) =>
    countedReadings(readings.filter((r) => r.line === line)).map((r) => ({ ...r, line })),
  );
}

/** Row of the state for the error of this check's target line. */
export const LINE_ROW = DIMENSIONS;
/** Row of the state for a stand of this check. @param holds in their order */
export const standRow = (holds: readonly number[], hold: number): number =>
  LINE_ROW + 1 + holds.indexOf(hold);
const rowOf = (line: LineName): number => LINE_NAMES.indexOf(line);

/** Readings of this check: stands and target line are in the state. */
function seenToday(readings: readonly LineReading[], holds: readonly number[]): Seen {
  return {
    values: Float64Array.from(readings, (r) => r.handedAzimuthRad),
    madeOf: readings.map(({ line, hold, fromTarget }) => {
      const [own, stand] = [rowOf(line), standRow(holds, hold)];
      return fromTarget
        ? { rows: [own, stand], factors: [1, standLoading(line)] }
        : { rows: [own, stand, LINE_ROW], factors: [1, standLoading(line), 1] };
    }),
    covariance: covarianceMatrix(readings),
  };
}

/** Readings of an earlier check: its stands and its own target line are errors of it alone. */
function seenEarlier(check: EarlierCheck, readings: readonly LineReading[]): Seen {
  const parted = readings.map((r): Parted => {
    const stand: SharedPart = {
      key: standKey(r.hold),
      uncertaintyRad: standLoading(r.line) * check.readdressSdRad,
    };
    const line: SharedPart = { key: 'line', uncertaintyRad: check.targetLineUncertaintyRad };
    const own = r.fromTarget || check.sameLine ? [stand] : [stand, line];
    return { independentRad: r.independentRad, shared: [...r.shared, ...own] };
  });
  return {
    values: Float64Array.from(readings, (r) => r.handedAzimuthRad),
    madeOf: readings.map(({ line, fromTarget }) =>
      check.sameLine && !fromTarget
        ? { rows: [rowOf(line), LINE_ROW], factors: [1, 1] }
        : { rows: [rowOf(line)], factors: [1] },
    ),
    covariance: covarianceMatrix(parted),
  };
}

/** What is believed when today's readings come: the lines, the error of the target line, and the stands. */
function beforeToday(
  ground: PosteriorGround,
  holds: readonly number[],
  earlier: readonly EarlierCheck[],
): readonly Belief[] {
  const lineVariance = ground.targetLineUncertaintyRad ** 2;
  const stands = holds.map(() => ground.readdressSdRad ** 2);
  // Only a series that was read from one string has to know of its error before today.
  if (!earlier.some((check) => check.sameLine)) {
    const beliefs = carriedOver(priorBeliefs(ground.prior), earlier);
    return beliefs.map((b) => extended(b, [lineVariance, ...stands]));
  }
  const withLine = priorBeliefs(ground.prior).map((b) => extended(b, [lineVariance]));
  return carriedOver(withLine, earlier).map((b) => extended(b, stands));
}

/** One earlier check after the other; those of one day follow each other without drift. */
function carriedOver(prior: readonly Belief[], earlier: readonly EarlierCheck[]): readonly Belief[] {
  let beliefs = prior;
  let day: number | undefined;
  for (const check of earlier) {
    const passed = day === undefined ? 0 : day - check.daysBefore;
    day = check.daysBefore;
    const readings = counted(check.readings);
    if (readings.length === 0) continue;
    const seen = seenEarlier(check, readings);
    beliefs = beliefs.map((b) => updated(drifted(b, passed), seen).belief);
  }
  return beliefs.map((b) => drifted(b, day ?? 0));
}

/** Whether every kind of student that weighs is surprised by today's readings. */
function contradicts(before: readonly Belief[], seen: Seen): boolean {
  const weights = normalisedWeights(before);
  return before.every((belief, i) => {
    const ofBelief = weights[i] ?? [];
    if (ofBelief.every((weight) => weight < CONTRADICTION_WEIGHT)) return true;
    return updated(belief, seen).chiSquares.every(
      (chiSquare, m) =>
        (ofBelief[m] ?? 0) < CONTRADICTION_WEIGHT ||
        chiSquaredUpperTail(chiSquare, seen.values.length) < CONTRADICTION_P_VALUE,
    );
  });
}

/** The seven lines alone, each with what is added to it. @param added row of the state for each line, or −1 */
function ofLines(
  beliefs: readonly Belief[],
  weights: readonly (readonly number[])[],
  added: readonly number[],
): readonly Mixture[] {
  const loading = LINE_NAMES.map(standLoading);
  return beliefs.map(({ members, covariance }, index) => {
    const size = Math.sqrt(covariance.length);
    const at = (i: number, j: number): number => (i < 0 || j < 0 ? 0 : (covariance[i * size + j] as number));
    const out = new Float64Array(DIMENSIONS * DIMENSIONS);
    for (let i = 0; i < DIMENSIONS; i++) {
      const [bi, li] = [added[i] ?? -1, loading[i] ?? 0];
      for (let j = 0; j < DIMENSIONS; j++) {
        const [bj, lj] = [added[j] ?? -1, loading[j] ?? 0];
        out[i * DIMENSIONS + j] = at(i, j) + lj * at(i, bj) + li * at(bi, j) + li * lj * at(bi, bj);
      }
    }
    return {
      members: members.map(({ mean }, m) => ({
        weight: weights[index]?.[m] ?? 0,
        mean: Float64Array.from(LINE_NAMES, (_, i) => {
          const row = added[i] ?? -1;
          return (mean[i] as number) + (row < 0 ? 0 : (loading[i] ?? 0) * (mean[row] as number));
        }),
      })),
      covariance: out,
    };
  });
}

/** What is believed after everything that was read. */
export interface Believed {
  readonly beliefs: readonly Belief[];
  /** Of every member of every belief; they sum to 1. */
  readonly weights: readonly (readonly number[])[];
  /** The stands of this check, in the order of their rows. */
  readonly holds: readonly number[];
  readonly historySetAside: boolean;
}

/** Beliefs after the earlier checks and this one, of which nothing may have been read yet. */
export function believed(ground: PosteriorGround): Believed {
  const today = counted(ground.readings);
  const holds = [...new Set(today.map((r) => r.hold))];
  const seen = seenToday(today, holds);
  const hasHistory = ground.earlier.some((check) => check.readings.length > 0);
  let before = beforeToday(ground, holds, ground.earlier);
  const historySetAside = hasHistory && today.length > 0 && contradicts(before, seen);
  if (historySetAside) before = beforeToday(ground, holds, []);
  const beliefs = today.length === 0 ? before : before.map((belief) => updated(belief, seen).belief);
  return { beliefs, weights: normalisedWeights(beliefs), holds, historySetAside };
}

/**
 * The answer of a check: what is believed of all lines at once, of the habit and of how they stood.
 *
 * @example posteriorOf({ readings: [{ line: 'toes', hold: 1, handedAzimuthRad: 0.1, standardUncertaintyRad: 0.01, independentRad: 0.01, shared: [], fromTarget: false }], targetLineUncertaintyRad: 0.01, readdressSdRad: 0.03, prior: SHIPPED_PRIOR, earlier: [], tolerancesRad: { toes: [-0.03, 0.03] }, order: ['toes'] }).first // 'toes'
 */
export function posteriorOf(ground: PosteriorGround): Posterior {
  const { beliefs: after, weights, holds, historySetAside } = believed(ground);
  const points = ground.points ?? MOST_POINTS;
  const answersWith = (added: readonly number[]): Answers =>
    answersOf(ofLines(after, weights, added), ground, points);
  const habit = answersWith(LINE_NAMES.map(() => -1));
  const [only] = holds;
  const asItStood =
    holds.length === 1 && only !== undefined
      ? answersWith(LINE_NAMES.map(() => standRow(holds, only)))
      : null;
  const asRead = asItStood ?? answersWith(lastStands(ground.readings, holds));
  return {
    ...habit,
    asItStood,
    asReadAllInProbability: asRead.allInProbability,
    ...prioritiesOf(habit, ground),
    historySetAside,
  };
}

/**
 * How well the readings of one check fit each kind of student, as the log of the evidence, kind by kind.
 *
 * @returns in the order of the prior
 */
export function logEvidence(
  ground: Omit<PosteriorGround, 'earlier' | 'order' | 'tolerancesRad'>,
): readonly number[] {
  const today = counted(ground.readings);
  const holds = [...new Set(today.map((r) => r.hold))];
  const seen = seenToday(today, holds);
  // One kind at a time keeps the order of the prior, whichever of them share a covariance.
  return ground.prior.map((component) => {
    const alone = {
      ...ground,
      prior: [{ ...component, weight: 1 }],
      earlier: [],
      order: [],
      tolerancesRad: {},
    };
    const [belief] = beforeToday(alone, holds, []).map((b) => updated(b, seen).belief);
    return belief?.members[0]?.logWeight ?? Number.NEGATIVE_INFINITY;
  });
}

/** The stand that each line was last read in; −1 where it was not read. */
function lastStands(readings: readonly LineReading[], holds: readonly number[]): readonly number[] {
  return LINE_NAMES.map((line) => {
    const last = readings.findLast((r) => r.line === line);
    return last === undefined ? -1 : standRow(holds, last.hold);
  });
}

function prioritiesOf(
  { lines, probabilityNoneFirst }: Answers,
  { order }: JudgedLines,
): Pick<Posterior, 'first' | 'mostToGain'> {
  let [first, probability]: [LineName | null, number] = [null, probabilityNoneFirst];
  for (const line of order) {
    const p = lines[line].judged?.probabilityFirst;
    if (p !== undefined && p > 0 && (first === null ? p >= probability : p > probability)) {
      [first, probability] = [line, p];
    }
  }
  let [mostToGain, excess]: [LineName | null, number] = [null, 0];
  for (const line of LINE_NAMES) {
    const judged = lines[line].judged;
    if (judged !== undefined && (mostToGain === null || judged.expectedExcessRad > excess)) {
      [mostToGain, excess] = [line, judged.expectedExcessRad];
    }
  }
  return { first, mostToGain };
}
