import { radiansFromDegrees } from '../units/angle.ts';
import { choleskyRoot, type Matrix, solveLower } from '../linear/cholesky.ts';
import { DIMENSIONS } from './fixed-points.ts';
import { type PriorComponent } from './prior.ts';

/** Row of the face among the lines; the others are of the body. */
const FACE_ROW = 0;

/** Where a student of a kind is thought to be, and how well that fits what was read. */
export interface Member {
  /** Log of the weight, not normalised. */
  readonly logWeight: number;
  /** Of the state, rad. */
  readonly mean: Float64Array;
}

/**
 * Kinds of students that differ in where they are alone, with what is believed of this student if they are of that
 * kind: the habit of the seven lines, then whatever else the readings err in together. Readings narrow them all alike,
 * so that one covariance is kept for all of them.
 */
export interface Belief {
  readonly members: readonly Member[];
  /** rad². */
  readonly covariance: Matrix;
}

/** Readings as the update takes them. */
export interface Seen {
  /** y, rad. */
  readonly values: Float64Array;
  /** H: of each reading the rows of the state that it is made of, and their factors. */
  readonly madeOf: readonly { readonly rows: readonly number[]; readonly factors: readonly number[] }[];
  /** V of what is in no part of the state, rad². */
  readonly covariance: Matrix;
}

/** Before anything was read: covariance τc²·llᵀ + diag(τf² for the face, τe² for the others). */
export function priorBeliefs(components: readonly PriorComponent[]): readonly Belief[] {
  const alike = new Map<string, PriorComponent[]>();
  for (const c of components) {
    const key = `${c.turnSdRad} ${c.ownSdRad} ${c.faceSdRad}`;
    const others = alike.get(key);
    if (others === undefined) alike.set(key, [c]);
    else others.push(c);
  }
  return [...alike.values()].map((kinds) => ({
    members: kinds.map(({ weight, bodyMeanRad }) => ({
      logWeight: Math.log(weight),
      mean: Float64Array.from({ length: DIMENSIONS }, (_, i) => (i === FACE_ROW ? 0 : bodyMeanRad)),
    })),
    covariance: spread(new Float64Array(DIMENSIONS ** 2), DIMENSIONS, kinds[0] as PriorComponent, 1),
  }));
}

/** Spreads of the body as a whole, of a line alone and of the face, rad. */
interface Spreads {
  readonly turnSdRad: number;
  readonly ownSdRad: number;
  readonly faceSdRad: number;
}

/** Adds spreads to the lines of a covariance, in place. @param times how often */
function spread(covariance: Matrix, size: number, spreads: Spreads, times: number): Matrix {
  for (let i = 0; i < DIMENSIONS; i++) {
    const own = i === FACE_ROW ? spreads.faceSdRad : spreads.ownSdRad;
    covariance[i * size + i] = (covariance[i * size + i] as number) + times * own ** 2;
    if (i === FACE_ROW) continue;
    for (let j = 1; j < DIMENSIONS; j++) {
      covariance[i * size + j] = (covariance[i * size + j] as number) + times * spreads.turnSdRad ** 2;
    }
  }
  return covariance;
}

const DEG = radiansFromDegrees(1);
const MONTH_DAYS = 30;

/** How habits drift in a month: 0.6° as a whole, 0.4° a line alone, 0.5° the face. */
const USUAL_DRIFT: Spreads = { turnSdRad: 0.6 * DEG, ownSdRad: 0.4 * DEG, faceSdRad: 0.5 * DEG };

/** What is believed some days later; weights carry on. */
export function drifted({ members, covariance }: Belief, days: number): Belief {
  if (days === 0) return { members, covariance };
  const size = Math.sqrt(covariance.length);
  return { members, covariance: spread(covariance.slice(), size, USUAL_DRIFT, days / MONTH_DAYS) };
}

/** The state with more in it, of which nothing is known but its variance. @param variances rad² */
export function extended({ members, covariance }: Belief, variances: readonly number[]): Belief {
  const before = Math.sqrt(covariance.length);
  const size = before + variances.length;
  const larger = new Float64Array(size * size);
  for (let i = 0; i < before; i++) {
    for (let j = 0; j < before; j++) larger[i * size + j] = covariance[i * before + j] as number;
  }
  variances.forEach((variance, i) => (larger[(before + i) * (size + 1)] = variance));
  return {
    members: members.map(({ logWeight, mean }) => {
      const longer = new Float64Array(size);
      longer.set(mean);
      return { logWeight, mean: longer };
    }),
    covariance: larger,
  };
}

/** A belief after readings, and how far they lay from what each of its members expected. */
export interface Updated {
  readonly belief: Belief;
  /** eᵀe of each member, χ² of as many degrees of freedom as there are readings. */
  readonly chiSquares: readonly number[];
}

/**
 * F = HΣHᵀ + V = LLᵀ, W = L⁻¹HΣ, e = L⁻¹(y − Hm), m′ = m + Wᵀe, Σ′ = Σ − WᵀW, log evidence −½eᵀe − Σ ln Lᵢᵢ.
 */
export function updated({ members, covariance }: Belief, seen: Seen): Updated {
  const n = seen.values.length;
  const size = Math.sqrt(covariance.length);
  const gain = selected(covariance, size, seen);
  const root = choleskyRoot(expectedCovariance(gain, size, seen), n);
  solveLowerRows(root, n, gain, size);
  let logDeterminant = 0;
  for (let r = 0; r < n; r++) logDeterminant += Math.log(root[r * n + r] as number);
  const chiSquares: number[] = [];
  const moved = members.map(({ logWeight, mean }): Member => {
    const e = solveLower(root, n, surprise(mean, seen));
    const after = mean.slice();
    let chiSquare = 0;
    for (let r = 0; r < n; r++) {
      const er = e[r] as number;
      chiSquare += er * er;
      for (let i = 0; i < size; i++) after[i] = (after[i] as number) + (gain[r * size + i] as number) * er;
    }
    chiSquares.push(chiSquare);
    return { logWeight: logWeight - 0.5 * chiSquare - logDeterminant, mean: after };
  });
  return { belief: { members: moved, covariance: narrowed(covariance, gain, n, size) }, chiSquares };
}

/** HΣ. */
function selected(covariance: Matrix, size: number, { madeOf }: Seen): Matrix {
  const out = new Float64Array(madeOf.length * size);
  for (let i = 0; i < madeOf.length; i++) {
    const { rows, factors } = madeOf[i] as Seen['madeOf'][number];
    for (let k = 0; k < rows.length; k++) {
      const from = (rows[k] as number) * size;
      const factor = factors[k] as number;
      for (let j = 0; j < size; j++) {
        out[i * size + j] = (out[i * size + j] as number) + factor * (covariance[from + j] as number);
      }
    }
  }
  return out;
}

/** HΣHᵀ + V, its lower half. */
function expectedCovariance(selection: Matrix, size: number, { madeOf, covariance }: Seen): Matrix {
  const n = madeOf.length;
  const expected = covariance.slice();
  for (let j = 0; j < n; j++) {
    const { rows, factors } = madeOf[j] as Seen['madeOf'][number];
    for (let i = j; i < n; i++) {
      let sum = expected[i * n + j] as number;
      for (let k = 0; k < rows.length; k++) {
        sum += (selection[i * size + (rows[k] as number)] as number) * (factors[k] as number);
      }
      expected[i * n + j] = sum;
    }
  }
  return expected;
}

/** y − Hm. */
function surprise(mean: Float64Array, { values, madeOf }: Seen): Float64Array {
  const e = values.slice();
  for (let i = 0; i < e.length; i++) {
    const { rows, factors } = madeOf[i] as Seen['madeOf'][number];
    for (let k = 0; k < rows.length; k++) {
      e[i] = (e[i] as number) - (factors[k] as number) * (mean[rows[k] as number] as number);
    }
  }
  return e;
}

/** Σ − WᵀW. */
function narrowed(covariance: Matrix, gain: Matrix, n: number, size: number): Matrix {
  const after = covariance.slice();
  for (let i = 0; i < size; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = after[i * size + j] as number;
      for (let r = 0; r < n; r++) sum -= (gain[r * size + i] as number) * (gain[r * size + j] as number);
      after[i * size + j] = after[j * size + i] = sum;
    }
  }
  return after;
}

/** Solves LX = B for all columns at once, in place. */
function solveLowerRows(root: Matrix, n: number, b: Matrix, columns: number): void {
  for (let i = 0; i < n; i++) {
    const pivot = root[i * n + i] as number;
    for (let k = 0; k < i; k++) {
      const factor = root[i * n + k] as number;
      if (factor === 0) continue;
      for (let j = 0; j < columns; j++) {
        b[i * columns + j] = (b[i * columns + j] as number) - factor * (b[k * columns + j] as number);
      }
    }
    for (let j = 0; j < columns; j++) b[i * columns + j] = (b[i * columns + j] as number) / pivot;
  }
}

/** Weights of all members, belief by belief, that sum to 1. */
export function normalisedWeights(beliefs: readonly Belief[]): readonly (readonly number[])[] {
  let most = Number.NEGATIVE_INFINITY;
  for (const { members } of beliefs) for (const m of members) most = Math.max(most, m.logWeight);
  const weights = beliefs.map(({ members }) => members.map((m) => Math.exp(m.logWeight - most)));
  const whole = weights.flat().reduce((sum, w) => sum + w, 0);
  return weights.map((ofBelief) => ofBelief.map((w) => w / whole));
}
