import { radiansFromDegrees } from '../units/angle.ts';
import { kindOfLine, LINE_NAMES, type LineName } from '../geometry/line.ts';
import { choleskyRoot, type Matrix } from '../linear/cholesky.ts';
import { conformity, type Tolerance } from '../uncertainty/conformity.ts';
import { DIMENSIONS, fixedPoints, MOST_POINTS } from './fixed-points.ts';

/** A part of a belief about the seven lines: normal distributions of one covariance. */
export interface Mixture {
  readonly members: readonly {
    readonly weight: number;
    /** Of the lines, rad. */
    readonly mean: Float64Array;
  }[];
  /** DIMENSIONS × DIMENSIONS, rad². */
  readonly covariance: Matrix;
}

/** What lines are judged by. */
export interface JudgedLines {
  readonly tolerancesRad: Partial<Readonly<Record<LineName, Tolerance>>>;
  readonly order: readonly LineName[];
}

/** What is believed of one line; probabilities where there is a tolerance. */
export interface LineAnswer {
  readonly meanRad: number;
  readonly standardDeviationRad: number;
  readonly judged?: {
    readonly probabilityIn: number;
    readonly probabilityTooOpen: number;
    readonly probabilityTooClosed: number;
    /** Only of a line in the method's order. */
    readonly probabilityFirst?: number;
    /** How far it is outside on average, counting inside as nothing, rad. */
    readonly expectedExcessRad: number;
  };
}

/** Everything that is asked of a belief. */
export interface Answers {
  readonly lines: Readonly<Record<LineName, LineAnswer>>;
  /** That no line of the order is outside. */
  readonly probabilityNoneFirst: number;
  /** That all lines with a tolerance are inside at once. */
  readonly allInProbability: number;
  /** That none of them is more than a guard band outside. */
  readonly nearlyAllInProbability: number;
}

/** The same, with what is asked of the lines that were read. */
export interface AnswersOfRead extends Answers {
  /** That none of the lines that were read is more than a guard band outside; null where none has a tolerance. */
  readonly nearlyAllReadInProbability: number | null;
}

/** A line so little outside is no cause of a miss, rad (JCGM 106, guard band). */
const GUARD_BAND_RAD = radiansFromDegrees(1);

/** Components that weigh less change no answer by as much as its points do. */
const LEAST_WEIGHT = 1e-3;
/** Pivots of a covariance below this are rounding: 1e-9 deg², in rad². */
const LEAST_PIVOT = 1e-9 * radiansFromDegrees(1) ** 2;

/** Which lines of the state are judged, and in which order. */
interface Judged {
  readonly rows: readonly number[];
  readonly low: readonly number[];
  readonly high: readonly number[];
  /** Places in `rows`, in the method's order. */
  readonly inOrder: readonly number[];
  /** Places in `rows` that were read, one bit each. */
  readonly read: number;
}

function judgedOf({ tolerancesRad, order }: JudgedLines, read: readonly LineName[] = []): Judged {
  const names = LINE_NAMES.filter((line) => tolerancesRad[line] !== undefined);
  return {
    rows: names.map((line) => LINE_NAMES.indexOf(line)),
    low: names.map((line) => tolerancesRad[line]?.[0] ?? 0),
    high: names.map((line) => tolerancesRad[line]?.[1] ?? 0),
    inOrder: order.map((line) => names.indexOf(line)).filter((place) => place >= 0),
    read: names.reduce((bits, line, place) => (read.includes(line) ? bits | (1 << place) : bits), 0),
  };
}

/** Sums over the fixed points of every component that weighs. */
interface Counted {
  readonly first: Float64Array;
  readonly excess: Float64Array;
  none: number;
  allIn: number;
  nearlyAllIn: number;
  nearlyAllReadIn: number;
}

/** One line’s points about its mean, used again and again. */
const ABOUT_MEAN = new Float64Array(MOST_POINTS);

/**
 * Counts over the points, line by line: inner loops run along all points of one line. Where members share a covariance
 * their points differ by their means alone, and are made once.
 */
function count(mixture: readonly Mixture[], judged: Judged, points: number): Counted {
  const { rows, low, high } = judged;
  const lines = rows.length;
  const heavy = mixture.flatMap(({ members, covariance }) => {
    const weighing = members.filter((m) => m.weight >= LEAST_WEIGHT);
    return weighing.length === 0 ? [] : [{ members: weighing, covariance }];
  });
  const whole = heavy.reduce((sum, { members }) => sum + members.reduce((all, m) => all + m.weight, 0), 0);
  const excess = new Float64Array(rows.length);
  // By which lines are outside, one bit each, and by which are farther outside than the guard band.
  const together = new Float64Array(1 << (2 * lines));
  for (const { members, covariance } of heavy) {
    const root = choleskyRoot(covariance, DIMENSIONS, LEAST_PIVOT);
    const outside = members.map(() => new Uint16Array(points));
    rows.forEach((row, place) => {
      spreadPoints(root, row, points);
      members.forEach(({ weight, mean }, m) => {
        const beyond = markOutside(outside[m] as Uint16Array, {
          low: (low[place] as number) - (mean[row] as number),
          high: (high[place] as number) - (mean[row] as number),
          bit: 1 << place,
          farBit: 1 << (lines + place),
        });
        excess[place] = (excess[place] as number) + (weight / whole / points) * beyond;
      });
    });
    members.forEach(({ weight }, m) => tally(together, outside[m] as Uint16Array, weight / whole / points));
  }
  return { excess, ...byOrder(together, judged) };
}

/** Every point of one line about its mean, rad, into ABOUT_MEAN: its row of the root times the points. */
function spreadPoints(root: Matrix, row: number, points: number): void {
  const z = fixedPoints();
  const factorOf = (column: number): number => root[row * DIMENSIONS + column] as number;
  const first = z[0] as Float64Array;
  const r0 = factorOf(0);
  for (let p = 0; p < points; p++) ABOUT_MEAN[p] = r0 * (first[p] as number);
  // Two columns at once: half of the loads and stores.
  for (let column = 1; column <= row; column += 2) {
    const a = z[column] as Float64Array;
    const b = z[Math.min(column + 1, row)] as Float64Array;
    const ra = factorOf(column);
    const rb = column + 1 <= row ? factorOf(column + 1) : 0;
    for (let p = 0; p < points; p++) {
      ABOUT_MEAN[p] = (ABOUT_MEAN[p] as number) + ra * (a[p] as number) + rb * (b[p] as number);
    }
  }
}

interface Limits {
  /** About the mean, rad. */
  readonly low: number;
  readonly high: number;
  readonly bit: number;
  readonly farBit: number;
}

/** Marks the points at which a line is outside. @returns how far it is outside, summed over the points, rad */
function markOutside(outside: Uint16Array, { low, high, bit, farBit }: Limits): number {
  const both = bit | farBit;
  let beyond = 0;
  for (let p = 0; p < outside.length; p++) {
    const x = ABOUT_MEAN[p] as number;
    const far = x < low ? low - x : x - high;
    if (far <= 0) continue;
    beyond += far;
    outside[p] = (outside[p] as number) | (far > GUARD_BAND_RAD ? both : bit);
  }
  return beyond;
}

function tally(together: Float64Array, outside: Uint16Array, share: number): void {
  for (let p = 0; p < outside.length; p++) {
    const mask = outside[p] as number;
    together[mask] = (together[mask] as number) + share;
  }
}

/** Which line comes first follows from which are outside. */
function byOrder(together: Float64Array, { rows, inOrder, read }: Judged): Omit<Counted, 'excess'> {
  const counted = {
    first: new Float64Array(rows.length),
    none: 0,
    allIn: together[0] ?? 0,
    nearlyAllIn: 0,
    nearlyAllReadIn: 0,
  };
  together.forEach((share, mask) => {
    if (share === 0) return;
    const far = mask >> rows.length;
    if (far === 0) counted.nearlyAllIn += share;
    if ((far & read) === 0) counted.nearlyAllReadIn += share;
    const place = inOrder.find((i) => (mask & (1 << i)) !== 0);
    if (place === undefined) counted.none += share;
    else counted.first[place] = (counted.first[place] as number) + share;
  });
  return counted;
}

/**
 * What a belief says of each line and of all together. Probabilities of a single line are closed forms; what concerns
 * several lines at once is counted over fixed points.
 *
 * @param mixture weights sum to 1
 * @param points of each component, at most 2,048
 * @param read the lines that were read
 */
export function answersOf(
  mixture: readonly Mixture[],
  judgedLines: JudgedLines,
  points: number,
  read: readonly LineName[] = [],
): AnswersOfRead {
  const judged = judgedOf(judgedLines, read);
  const counted = count(mixture, judged, Math.min(points, MOST_POINTS));
  const lines = Object.fromEntries(
    LINE_NAMES.map((line, row): [LineName, LineAnswer] => {
      const place = judged.rows.indexOf(row);
      const tolerance = judgedLines.tolerancesRad[line];
      const moments = momentsOf(mixture, row);
      if (tolerance === undefined) return [line, moments];
      const inOrder = judged.inOrder.includes(place);
      return [
        line,
        {
          ...moments,
          judged: {
            ...sidesOf(mixture, row, line, tolerance),
            ...(inOrder && { probabilityFirst: asProbability(counted.first[place] ?? 0) }),
            expectedExcessRad: counted.excess[place] ?? 0,
          },
        },
      ];
    }),
  ) as Record<LineName, LineAnswer>;
  return {
    lines,
    probabilityNoneFirst: asProbability(counted.none),
    allInProbability: asProbability(counted.allIn),
    nearlyAllInProbability: asProbability(counted.nearlyAllIn),
    nearlyAllReadInProbability: judged.read === 0 ? null : asProbability(counted.nearlyAllReadIn),
  };
}

/** What comes first: a line of the order, or none of them. */
export interface FirstChances {
  readonly first: ReadonlyMap<LineName, number>;
  readonly none: number;
}

/** The chances of what comes first alone. @param points of each component */
export function firstChances(
  mixture: readonly Mixture[],
  judgedLines: JudgedLines,
  points: number,
): FirstChances {
  const judged = judgedOf(judgedLines);
  const { first, none } = count(mixture, judged, points);
  const names = judged.rows.map((row) => LINE_NAMES[row] as LineName);
  return { first: new Map(names.map((line, place) => [line, first[place] ?? 0])), none };
}

function momentsOf(
  mixture: readonly Mixture[],
  row: number,
): Pick<LineAnswer, 'meanRad' | 'standardDeviationRad'> {
  let mean = 0;
  for (const { members } of mixture) for (const m of members) mean += m.weight * (m.mean[row] as number);
  let variance = 0;
  for (const { members, covariance } of mixture) {
    const own = covariance[row * DIMENSIONS + row] as number;
    for (const m of members) variance += m.weight * (own + ((m.mean[row] as number) - mean) ** 2);
  }
  return { meanRad: mean, standardDeviationRad: Math.sqrt(variance) };
}

/** Thousands of shares may sum to a little more than the whole. */
function asProbability(sum: number): number {
  return Math.min(1, sum);
}

/** A spread that came out as nothing, or a little less by rounding, is still one: 1e-9°. */
const LEAST_SD_RAD = radiansFromDegrees(1e-9);

function sidesOf(
  mixture: readonly Mixture[],
  row: number,
  line: LineName,
  tolerance: Tolerance,
): {
  readonly probabilityIn: number;
  readonly probabilityTooOpen: number;
  readonly probabilityTooClosed: number;
} {
  let [inside, below, above] = [0, 0, 0];
  for (const { members, covariance } of mixture) {
    const variance = covariance[row * DIMENSIONS + row] as number;
    const sd = Math.sqrt(Math.max(variance, LEAST_SD_RAD ** 2));
    for (const { weight, mean } of members) {
      const c = conformity(mean[row] as number, sd, tolerance);
      inside += weight * c.conformanceProbability;
      below += weight * c.belowProbability;
      above += weight * c.aboveProbability;
    }
  }
  const isBody = kindOfLine(line) === 'body';
  return {
    probabilityIn: asProbability(inside),
    probabilityTooOpen: asProbability(isBody ? below : above),
    probabilityTooClosed: asProbability(isBody ? above : below),
  };
}
