import { kindOfLine, type LineName } from '../geometry/line.ts';
import { type ReadAzimuth } from '../observation/observation.ts';
import { type SharedPart } from '../uncertainty/shared-part.ts';
import { combinedParts, type Parted, varianceOf } from '../uncertainty/covariance.ts';
import { generalisedMean } from '../uncertainty/generalised-mean.ts';

/** One reading of a line with the hold it was taken in. */
export interface HeldReading extends ReadAzimuth {
  readonly hold: number;
}

/** What a figure is told of: how the student stood, or how they usually stand today. */
export type Measurand = 'stand' | 'habit';

/** A line's readings as one. */
export interface CombinedLine {
  /** φ, rad. */
  readonly value: number;
  /** u without the target line, rad; of a habit with the spread of stepping in. */
  readonly standardUncertainty: number;
  /** The largest of its holds; 1 where nothing scatters more than it says. */
  readonly birgeRatio: number;
  readonly measurand: Measurand;
  /** What the combined figure errs in alone, and what with others; the stands of a habit among them. */
  readonly parts: Parted;
  /** How much of it is told from the string or rod on the ground and carries its error; 1 of the usual readings. */
  readonly lineShare: number;
  /** The holds it was read in. */
  readonly holds: readonly number[];
  /** Σw² of the weights of its holds: how much of what differs from hold to hold is left; 1 of one hold. */
  readonly holdsSquared: number;
  /** The readings as they count: looks of one judge in one hold as one, scatter allowed for. */
  readonly readings: readonly HeldReading[];
}

/** How much of a step back in a line goes along with: the face is held by the hands and follows by half. */
export function standLoading(line: LineName): number {
  return kindOfLine(line) === 'face' ? 0.5 : 1;
}

/** Key under which everything that was read in one stand errs together. */
export function standKey(hold: number): string {
  return `stand:${hold}`;
}

interface Stood {
  readonly hold: number;
  readonly readings: readonly HeldReading[];
  readonly weights: readonly number[];
  readonly value: number;
  readonly parts: Parted;
  readonly birgeRatio: number;
}

const isLook = ({ independentRad }: ReadAzimuth): boolean => independentRad === 0;

/** Looks of one judge at one line tell no more together than one: their mean, with the judge's u. */
function looksAsOne(readings: readonly HeldReading[]): readonly HeldReading[] {
  const looks = readings.filter(isLook);
  const [first] = looks;
  if (first === undefined || looks.length === 1) return readings;
  const mean = (of: (look: HeldReading) => number): number =>
    looks.reduce((sum, look) => sum + of(look), 0) / looks.length;
  const one: HeldReading = {
    ...first,
    handedAzimuthRad: mean((l) => l.handedAzimuthRad),
    standardUncertaintyRad: mean((l) => l.standardUncertaintyRad),
    shared: first.shared.map(({ key }, i): SharedPart => ({
      key,
      uncertaintyRad: mean((l) => l.shared[i]?.uncertaintyRad ?? 0),
    })),
  };
  return [...readings.filter((r) => !isLook(r)), one];
}

/**
 * The readings of one line as they count towards anything made from several of them: looks of one judge in one hold as
 * one, and widened where the readings of a hold scatter more than they say.
 */
export function countedReadings(read: readonly HeldReading[]): readonly HeldReading[] {
  return standsOf(read).flatMap((stand) => stand.readings);
}

function standsOf(read: readonly HeldReading[]): readonly Stood[] {
  const byHold = new Map<number, HeldReading[]>();
  for (const r of read) {
    const inHold = byHold.get(r.hold);
    if (inHold === undefined) byHold.set(r.hold, [r]);
    else inHold.push(r);
  }
  return [...byHold].map(([hold, readings]) => standOf(hold, readings));
}

/** Readings of one hold by generalised least squares, widened where they scatter more than they say. */
function standOf(hold: number, read: readonly HeldReading[]): Stood {
  const readings = looksAsOne(read);
  const [only] = readings;
  if (only !== undefined && readings.length === 1) {
    return { hold, readings, weights: [1], value: only.handedAzimuthRad, parts: only, birgeRatio: 1 };
  }
  const values = readings.map((r) => r.handedAzimuthRad);
  const mean = generalisedMean(values, readings);
  const alone = readings.filter((r) => !isLook(r));
  const chiSquare = alone.reduce(
    (sum, r) => sum + ((r.handedAzimuthRad - mean.value) / r.independentRad) ** 2,
    0,
  );
  const birgeRatio = alone.length > 1 ? Math.max(1, Math.sqrt(chiSquare / (alone.length - 1))) : 1;
  if (birgeRatio === 1) {
    const parts = combinedParts(readings, mean.weights);
    return { hold, readings, weights: mean.weights, value: mean.value, parts, birgeRatio };
  }
  const widened = readings.map((r) => ({ ...r, independentRad: r.independentRad * birgeRatio }));
  const again = generalisedMean(values, widened);
  return {
    hold,
    readings: widened,
    weights: again.weights,
    value: again.value,
    parts: combinedParts(widened, again.weights),
    birgeRatio,
  };
}

function lineShareOf(stood: Stood): number {
  return stood.readings.reduce((sum, r, i) => sum + (r.fromTarget ? 0 : (stood.weights[i] ?? 0)), 0);
}

/**
 * Repeated readings of one line as one: within each hold by generalised least squares, then across holds with the
 * spread of stepping back in on each, because the student steps in differently every time.
 *
 * @param read at least one, all of this line
 * @param readdressSdRad s_r, rad
 */
export function combineLine(
  line: LineName,
  read: readonly HeldReading[],
  readdressSdRad: number,
): CombinedLine {
  const [first] = read;
  if (first !== undefined && read.length === 1) return ofOneReading(first);
  const stands = standsOf(read);
  const [only] = stands;
  const readings = stands.flatMap((s) => s.readings);
  const holds = stands.map((s) => s.hold);
  if (only !== undefined && stands.length === 1) {
    return {
      value: only.value,
      standardUncertainty: Math.sqrt(varianceOf(only.parts)),
      birgeRatio: only.birgeRatio,
      measurand: 'stand',
      parts: only.parts,
      lineShare: lineShareOf(only),
      holds,
      holdsSquared: 1,
      readings,
    };
  }
  const uStand = standLoading(line) * readdressSdRad;
  const withStand = stands.map(({ hold, parts }): Parted => ({
    independentRad: parts.independentRad,
    shared: [...parts.shared, { key: standKey(hold), uncertaintyRad: uStand }],
  }));
  const mean = generalisedMean(
    stands.map((s) => s.value),
    withStand,
  );
  return {
    value: mean.value,
    standardUncertainty: Math.sqrt(mean.variance),
    birgeRatio: Math.max(...stands.map((s) => s.birgeRatio)),
    measurand: 'habit',
    parts: combinedParts(withStand, mean.weights),
    lineShare: stands.reduce((sum, s, i) => sum + (mean.weights[i] ?? 0) * lineShareOf(s), 0),
    holds,
    holdsSquared: mean.weights.reduce((sum, w) => sum + w * w, 0),
    readings,
  };
}

/** By far the most usual case, and it runs once per line of every check. */
function ofOneReading(read: HeldReading): CombinedLine {
  return {
    value: read.handedAzimuthRad,
    standardUncertainty: read.standardUncertaintyRad,
    birgeRatio: 1,
    measurand: 'stand',
    parts: read,
    lineShare: read.fromTarget ? 0 : 1,
    holds: [read.hold],
    holdsSquared: 1,
    readings: [read],
  };
}
