import { radiansFromDegrees } from '../units/angle.ts';
import { choleskyRoot, type Matrix, solveLower } from '../linear/cholesky.ts';
import { DIMENSIONS } from './fixed-points.ts';
import { type Summed } from './lesson.ts';
import { type PriorComponent } from './prior.ts';

/** Row of the face among the lines; the others are of the body. */
const FACE_ROW = 0;
const BODY_LINES = DIMENSIONS - 1;

/**
 * Kinds of students that differ in where they are alone, with what is believed of this student’s habit if they are of
 * that kind. Readings narrow them all alike, so that one covariance is kept for all of them.
 */
interface Kinds {
  readonly members: readonly {
    /** Log of the weight, not normalised. */
    readonly logWeight: number;
    /** Of the lines, rad. */
    readonly mean: Float64Array;
  }[];
  /** DIMENSIONS × DIMENSIONS, rad². */
  readonly covariance: Matrix;
}

/** What is believed of a habit if it changed when it is said to have changed. */
export interface Hypothesis {
  readonly kinds: readonly Kinds[];
  /** Lessons seen since the last change, or since the first one. */
  readonly lessons: number;
  /** It changed since the last lesson. */
  readonly changed: boolean;
}

/** Before anything was read: mean μ·l, covariance τc²·llᵀ + diag(τf² for the face, τe² for the others), l = ρ for the face. */
export function beforeAnything(components: readonly PriorComponent[]): Hypothesis {
  const alike = new Map<string, PriorComponent[]>();
  for (const c of components) {
    const key = `${c.turnSdRad} ${c.ownSdRad} ${c.faceSdRad} ${c.faceOnBody ?? 0}`;
    const others = alike.get(key);
    if (others === undefined) alike.set(key, [c]);
    else others.push(c);
  }
  const kinds = [...alike.values()].map((group): Kinds => {
    const first = group[0] as PriorComponent;
    const onBody = first.faceOnBody ?? 0;
    return {
      members: group.map(({ weight, bodyMeanRad }) => ({
        logWeight: Math.log(weight),
        mean: Float64Array.from(
          { length: DIMENSIONS },
          (_, i) => bodyMeanRad * (i === FACE_ROW ? onBody : 1),
        ),
      })),
      covariance: spread(new Float64Array(DIMENSIONS ** 2), first, 1, onBody),
    };
  });
  return { kinds, lessons: 0, changed: false };
}

/** Spreads of the body as a whole, of a line alone and of the face, rad. */
interface Spreads {
  readonly turnSdRad: number;
  readonly ownSdRad: number;
  readonly faceSdRad: number;
}

/** Adds spreads to a covariance, in place. @param times how often @param onBody how far the face goes along */
function spread(covariance: Matrix, spreads: Spreads, times: number, onBody = 0): Matrix {
  const turn = times * spreads.turnSdRad ** 2;
  for (let i = 0; i < DIMENSIONS; i++) {
    const li = i === FACE_ROW ? onBody : 1;
    for (let j = 0; j < DIMENSIONS; j++) {
      const at = i * DIMENSIONS + j;
      covariance[at] = (covariance[at] as number) + turn * li * (j === FACE_ROW ? onBody : 1);
    }
    const own = i === FACE_ROW ? spreads.faceSdRad : spreads.ownSdRad;
    covariance[i * (DIMENSIONS + 1)] = (covariance[i * (DIMENSIONS + 1)] as number) + times * own ** 2;
  }
  return covariance;
}

const DEG = radiansFromDegrees(1);
const MONTH_DAYS = 30;

/** How habits drift in a month: 0.6° as a whole, 0.4° a line alone, 0.5° the face. */
const USUAL_DRIFT: Spreads = { turnSdRad: 0.6 * DEG, ownSdRad: 0.4 * DEG, faceSdRad: 0.5 * DEG };

/** What is believed some days later; weights carry on. */
function drifted(kinds: readonly Kinds[], days: number): readonly Kinds[] {
  if (days === 0) return kinds;
  return kinds.map(({ members, covariance }) => ({
    members,
    covariance: spread(covariance.slice(), USUAL_DRIFT, days / MONTH_DAYS),
  }));
}

/** One way in which a habit changes between two lessons. */
interface WayOfChange extends Spreads {
  readonly probability: number;
  /** What is left of the turn of the body, and of the face. */
  readonly turnLeft: number;
  readonly faceLeft: number;
}

const BY_ITSELF: WayOfChange = {
  probability: 0.1,
  turnLeft: 0.7,
  faceLeft: 0.7,
  turnSdRad: 3 * DEG,
  ownSdRad: 1.2 * DEG,
  faceSdRad: 2.5 * DEG,
};
const BY_WORK: WayOfChange = {
  probability: 0.4,
  turnLeft: 0.4,
  faceLeft: 0.5,
  turnSdRad: 1.5 * DEG,
  ownSdRad: 0.4 * DEG,
  faceSdRad: 0.9 * DEG,
};

/** Turn and face go toward the goal, what is twisted stays: the face times what is left, the body less a share of its mean. */
function changed({ members, covariance }: Kinds, way: WayOfChange): Kinds {
  const moved = covariance.slice();
  for (let column = 0; column < DIMENSIONS; column++) change(moved, { from: column, step: DIMENSIONS }, way);
  for (let row = 0; row < DIMENSIONS; row++) change(moved, { from: row * DIMENSIONS, step: 1 }, way);
  return {
    members: members.map(({ logWeight, mean }) => {
      const after = mean.slice();
      change(after, { from: 0, step: 1 }, way);
      return { logWeight, mean: after };
    }),
    covariance: spread(moved, way, 1),
  };
}

/** A·x of a row or a column, in place. */
function change(
  x: Float64Array,
  { from, step }: { readonly from: number; readonly step: number },
  { turnLeft, faceLeft }: WayOfChange,
): void {
  let sum = 0;
  for (let i = 1; i < DIMENSIONS; i++) sum += x[from + i * step] as number;
  const less = (1 - turnLeft) * (sum / BODY_LINES);
  x[from] = (x[from] as number) * faceLeft;
  for (let i = 1; i < DIMENSIONS; i++) x[from + i * step] = (x[from + i * step] as number) - less;
}

/** No more changes are thought of at once than these. */
const MOST_HYPOTHESES = 4;

/**
 * What is believed when the next lesson begins: everything drifted, and the likeliest history once more with a habit
 * that changed since, by itself or by what was worked on.
 *
 * @param before normalised
 * @param workedOn the set-up was worked on in the last lesson
 */
export function beforeNextLesson(
  before: readonly Hypothesis[],
  { days, workedOn }: { readonly days: number; readonly workedOn: boolean },
): readonly Hypothesis[] {
  const weighed = before.map((hypothesis) => ({ hypothesis, weight: weightOf(hypothesis) }));
  const kept = weighed.toSorted((a, b) => b.weight - a.weight).slice(0, MOST_HYPOTHESES);
  const whole = kept.reduce((sum, { weight }) => sum + weight, 0);
  const later = kept.map(({ hypothesis, weight }) => ({
    hypothesis: { ...hypothesis, changed: false, kinds: drifted(hypothesis.kinds, days) },
    weight: weight / whole,
  }));
  const likeliest = later[0] as (typeof later)[number];
  const ways = workedOn ? [BY_ITSELF, BY_WORK] : [BY_ITSELF];
  const left = 1 - ways.reduce((sum, { probability }) => sum + probability, 0);
  return [
    ...later.map(({ hypothesis }) => reweighed(hypothesis, Math.log(left / whole))),
    ...ways.map((way) => {
      const { kinds } = likeliest.hypothesis;
      const copy = { kinds: kinds.map((k) => changed(k, way)), lessons: 0, changed: true };
      return reweighed(copy, Math.log(way.probability / (likeliest.weight * whole)));
    }),
  ];
}

function reweighed({ kinds, ...rest }: Hypothesis, log: number): Hypothesis {
  return {
    ...rest,
    kinds: kinds.map(({ members, covariance }) => ({
      members: members.map(({ logWeight, mean }) => ({ logWeight: logWeight + log, mean })),
      covariance,
    })),
  };
}

/** What a hypothesis weighs. @param hypothesis one of several that are normalised */
export function weightOf({ kinds }: Hypothesis): number {
  let sum = 0;
  for (const { members } of kinds) for (const { logWeight } of members) sum += Math.exp(logWeight);
  return sum;
}

/**
 * F = HΣHᵀ + V = LLᵀ, W = L⁻¹HΣ, e = L⁻¹(y − Hm), m′ = m + Wᵀe, Σ′ = Σ − WᵀW, log evidence −½eᵀe − Σ ln Lᵢᵢ, of a
 * lesson as one value for each line that was read: what that leaves out of the evidence is the same for all kinds.
 */
function updated({ members, covariance }: Kinds, { rows, values, covariance: noise }: Summed): Kinds {
  const n = rows.length;
  const expected = noise.slice();
  const gain = new Float64Array(n * DIMENSIONS);
  for (let i = 0; i < n; i++) {
    const from = (rows[i] as number) * DIMENSIONS;
    for (let j = 0; j < DIMENSIONS; j++) gain[i * DIMENSIONS + j] = covariance[from + j] as number;
    for (let j = 0; j < n; j++) {
      expected[i * n + j] =
        (expected[i * n + j] as number) + (covariance[from + (rows[j] as number)] as number);
    }
  }
  const root = choleskyRoot(expected, n);
  solveRows(root, n, gain);
  let logDeterminant = 0;
  for (let r = 0; r < n; r++) logDeterminant += Math.log(root[r * n + r] as number);
  const e = new Float64Array(n);
  const moved = members.map(({ logWeight, mean }) => {
    for (let r = 0; r < n; r++) e[r] = (values[r] as number) - (mean[rows[r] as number] as number);
    solveLower(root, n, e);
    const after = mean.slice();
    let chiSquare = 0;
    for (let r = 0; r < n; r++) {
      const er = e[r] as number;
      chiSquare += er * er;
      for (let i = 0; i < DIMENSIONS; i++) {
        after[i] = (after[i] as number) + (gain[r * DIMENSIONS + i] as number) * er;
      }
    }
    return { logWeight: logWeight - 0.5 * chiSquare - logDeterminant, mean: after };
  });
  return { members: moved, covariance: narrowed(covariance, gain, n) };
}

/** Σ − WᵀW. */
function narrowed(covariance: Matrix, gain: Matrix, n: number): Matrix {
  const after = covariance.slice();
  for (let i = 0; i < DIMENSIONS; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = after[i * DIMENSIONS + j] as number;
      for (let r = 0; r < n; r++) {
        sum -= (gain[r * DIMENSIONS + i] as number) * (gain[r * DIMENSIONS + j] as number);
      }
      after[i * DIMENSIONS + j] = after[j * DIMENSIONS + i] = sum;
    }
  }
  return after;
}

/** Solves LX = B for all columns at once, in place. */
function solveRows(root: Matrix, n: number, b: Matrix): void {
  for (let i = 0; i < n; i++) {
    const pivot = root[i * n + i] as number;
    for (let k = 0; k < i; k++) {
      const factor = root[i * n + k] as number;
      for (let j = 0; j < DIMENSIONS; j++) {
        b[i * DIMENSIONS + j] =
          (b[i * DIMENSIONS + j] as number) - factor * (b[k * DIMENSIONS + j] as number);
      }
    }
    for (let j = 0; j < DIMENSIONS; j++) b[i * DIMENSIONS + j] = (b[i * DIMENSIONS + j] as number) / pivot;
  }
}

/** What is believed after a lesson, normalised. */
export function afterLesson(before: readonly Hypothesis[], summed: Summed): readonly Hypothesis[] {
  return normalised(
    before.map(({ kinds, lessons, changed: now }) => ({
      kinds: kinds.map((k) => updated(k, summed)),
      lessons: lessons + 1,
      changed: now,
    })),
  );
}

/** The same with weights that sum to 1 over all kinds of all hypotheses. */
export function normalised(hypotheses: readonly Hypothesis[]): readonly Hypothesis[] {
  let most = Number.NEGATIVE_INFINITY;
  for (const { kinds } of hypotheses) {
    for (const { members } of kinds) for (const { logWeight } of members) most = Math.max(most, logWeight);
  }
  const whole = hypotheses.reduce(
    (sum, { kinds }) =>
      sum +
      kinds.reduce(
        (ofAll, { members }) => ofAll + members.reduce((all, m) => all + Math.exp(m.logWeight - most), 0),
        0,
      ),
    0,
  );
  return hypotheses.map((h) => reweighed(h, -most - Math.log(whole)));
}

/** How well a lesson fits each kind, as the log of the evidence, up to what is the same for all; in the order of `kinds`. */
export function logEvidence(kinds: readonly PriorComponent[], summed: Summed): readonly number[] {
  return kinds.map((kind) => {
    const [alone] = beforeAnything([{ ...kind, weight: 1 }]).kinds;
    return alone === undefined
      ? Number.NEGATIVE_INFINITY
      : (updated(alone, summed).members[0]?.logWeight ?? 0);
  });
}
