import { DAY_SD_RAD, READDRESS_SD_RAD } from '../defaults/readdress.ts';
import { handedAzimuth, withoutNegativeZero } from '../geometry/azimuth.ts';
import { type LineName } from '../geometry/line.ts';
import { type Observation, type ReadAzimuth } from '../observation/observation.ts';
import { readObservation } from '../observation/read-observation.ts';
import { bodyScale, sizedBy } from '../observation/sized.ts';
import { type FirstCheck } from '../posterior/academy-prior.ts';
import { type EarlierCheck, type PosteriorGround } from '../posterior/posterior.ts';
import { requirePrior, SHIPPED_PRIOR } from '../posterior/prior.ts';
import { RANGES, requireAngleUncertainty, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { targetLineUncertainty } from '../station/target-line.ts';
import { combineLine, type CombinedLine, type HeldReading } from '../combining/combine-line.ts';
import { type EarlierSetup, type Setup } from './setup.ts';

/** Older than anyone's first lesson. */
const MOST_DAYS_BEFORE = 36_525;

/** A line with its readings, apart and as one. */
export interface ReadLine {
  readonly line: LineName;
  readonly indices: readonly number[];
  readonly readings: readonly HeldReading[];
  readonly combined: CombinedLine;
}

/** A check as it was read, before anything is judged. */
export interface ReadSetup {
  /** u(T), rad. */
  readonly targetLineUncertaintyRad: number;
  readonly readdressSdRad: number;
  /** In the order in which lines were first observed. */
  readonly lines: readonly ReadLine[];
  readonly severalHolds: boolean;
}

/**
 * Reads every observation of a check and combines them line by line.
 *
 * @throws RefusedInput naming the field
 */
export function readSetup(setup: Setup): ReadSetup {
  const readdressSdRad = requireAngleUncertainty('readdressSdRad', setup.readdressSdRad ?? READDRESS_SD_RAD);
  requireStart(setup.startLineRad);
  return {
    targetLineUncertaintyRad: within('targetLine', () => targetLineUncertainty(setup.targetLine)),
    readdressSdRad,
    lines: readAll(setup, readdressSdRad),
    severalHolds: isOfSeveralHolds(setup.observations),
  };
}

/** @throws RefusedInput `startLineRad` */
function requireStart(startLineRad = 0): number {
  requireWithin('startLineRad', startLineRad, RANGES.angleRad);
  return startLineRad;
}

/** The readings of a check by their lines, each line combined, in the order in which lines were first observed. */
function readAll(setup: Setup, readdressSdRad: number): ReadLine[] {
  const byLine = new Map<LineName, { indices: number[]; readings: HeldReading[] }>();
  setup.observations.forEach((o, index) => {
    const read = readAt(setup, index);
    const ofLine = byLine.get(o.line);
    if (ofLine === undefined) byLine.set(o.line, { indices: [index], readings: [read] });
    else {
      ofLine.indices.push(index);
      ofLine.readings.push(read);
    }
  });
  return [...byLine].map(([line, { indices, readings }]) => ({
    line,
    indices,
    readings,
    combined: combineLine(line, readings, readdressSdRad),
  }));
}

/** What the φ of a reading is told from: the line that was laid, and where the ball was to start. */
type ToldFrom = Pick<Setup, 'handedness' | 'targetLine' | 'startLineRad'>;

/**
 * What turns a φ from the line that was laid into one from where the ball is to start, rad: a re-base is added, and the
 * start line’s own turn taken away.
 */
export function turnToStart({ handedness, targetLine: { found }, startLineRad = 0 }: ToldFrom): number {
  const laid = found === undefined ? 0 : handedAzimuth(found.turnedRad, handedness);
  return laid + turnOfStart({ handedness, startLineRad });
}

/** The same for what is told from the target itself, and does not care where the string was laid. */
function turnOfStart({
  handedness,
  startLineRad = 0,
}: Pick<ToldFrom, 'handedness' | 'startLineRad'>): number {
  return startLineRad === 0 ? 0 : -handedAzimuth(startLineRad, handedness);
}

function readAt(
  { observations, ...told }: Pick<Setup, 'observations' | 'statureM' | 'feet'> & ToldFrom,
  index: number,
): HeldReading {
  const observation = sizedBy(observations[index] as Observation, bodyScale(told));
  const hold = observation.hold ?? 1;
  try {
    const read: ReadAzimuth = readObservation(observation, told.handedness);
    const turned = read.fromTarget ? turnOfStart(told) : turnToStart(told);
    return {
      handedAzimuthRad:
        turned === 0 ? read.handedAzimuthRad : withoutNegativeZero(read.handedAzimuthRad + turned),
      standardUncertaintyRad: read.standardUncertaintyRad,
      independentRad: read.independentRad,
      shared: read.shared,
      fromTarget: read.fromTarget,
      hold,
    };
  } catch (error) {
    throw error instanceof RefusedInput ? error.within(`observations.${index}`) : error;
  }
}

function isOfSeveralHolds(observations: readonly Observation[]): boolean {
  const first = observations[0]?.hold ?? 1;
  return observations.some((o) => (o.hold ?? 1) !== first);
}

/** What is refused inside is refused under the name of what is around it. */
export function within<T>(outer: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw error instanceof RefusedInput ? error.within(outer) : error;
  }
}

/** What the posterior is made from; everything that a prior and earlier checks can be wrong in is refused here. */
export function posteriorGroundOf(setup: Setup, read: ReadSetup): PosteriorGround {
  return {
    ...evidenceOf(setup, read),
    prior: setup.prior === undefined ? SHIPPED_PRIOR : requirePrior(setup.prior.components),
    earlier: (setup.earlier ?? []).map((check, index, all) =>
      within(`earlier.${index}`, () => earlierOf(check, setup, all[index - 1]?.daysBefore)),
    ),
    tolerancesRad: setup.tolerancesRad,
    order: setup.order,
  };
}

function earlierOf(
  { daysBefore, targetLine, startLineRad, readdressSdRad, sameLine, workedOn, observations }: EarlierSetup,
  { handedness, statureM, feet }: Setup,
  daysOfTheOneBefore = Number.POSITIVE_INFINITY,
): EarlierCheck {
  if (!Number.isInteger(daysBefore) || daysBefore < 0 || daysBefore > MOST_DAYS_BEFORE) {
    throw new RefusedInput('out-of-range', 'daysBefore', {
      read: String(daysBefore),
      advice: 'An earlier check was taken a whole number of days before this one, 0 or more.',
    });
  }
  if (daysBefore > daysOfTheOneBefore) {
    throw new RefusedInput('date-order', 'daysBefore', {
      read: String(daysBefore),
      advice: 'Earlier checks stand in their order, oldest first.',
    });
  }
  const told = {
    observations,
    handedness,
    targetLine,
    startLineRad: requireStart(startLineRad),
    ...(statureM !== undefined && { statureM }),
    ...(feet && { feet }),
  };
  const readings = observations.map((o, index) => ({ ...readAt(told, index), line: o.line }));
  return {
    daysBefore,
    targetLineUncertaintyRad: within('targetLine', () => targetLineUncertainty(targetLine)),
    readdressSdRad: requireAngleUncertainty('readdressSdRad', readdressSdRad ?? READDRESS_SD_RAD),
    sameLine: sameLine ?? false,
    workedOn: workedOn ?? false,
    readings,
  };
}

/**
 * What the answer of a check is made from, of one that nobody has read anything in yet too.
 *
 * @throws RefusedInput naming the field
 * @example answerGroundOf({ handedness: 'right', targetLine: {}, tolerancesRad: {}, order: [], observations: [] }).readings // []
 */
export function answerGroundOf(setup: Setup): PosteriorGround {
  return posteriorGroundOf(setup, readSetup(setup));
}

/**
 * What a check alone says of what kind of student this is.
 *
 * @throws RefusedInput naming the field
 * @example firstCheckOf({ handedness: 'right', targetLine: {}, tolerancesRad: {}, order: [], observations: [{ line: 'toes', by: 'gaps', leadGapM: 0.6, trailGapM: 0.6, baseM: 0.45 }] }).targetLineUncertaintyRad // 0
 */
export function firstCheckOf(setup: Setup): FirstCheck {
  return evidenceOf(setup, readSetup(setup));
}

function evidenceOf(
  { daySdRad }: Setup,
  { lines, targetLineUncertaintyRad, readdressSdRad }: ReadSetup,
): FirstCheck {
  return {
    readings: lines.flatMap(({ line, readings }) => readings.map((r) => ({ ...r, line }))),
    targetLineUncertaintyRad,
    readdressSdRad,
    daySdRad: requireAngleUncertainty('daySdRad', daySdRad ?? DAY_SD_RAD),
  };
}
