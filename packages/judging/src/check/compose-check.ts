import { degreesFromRadians, READDRESS_SD_RAD, SIGHTING_RAD } from '@lotrecht/core';
import { type CheckDocument, type Judgement } from '@lotrecht/records';
import { onlyAsked } from '../method/judged-by.ts';
import { ALL_PARALLEL } from '../method/profiles/all-parallel.ts';
import { composeObservation, type ReadingTools, type TypedReading } from './typed-reading.ts';

/** A check as it is filled in on the tee. */
export interface CheckParts extends ReadingTools {
  readonly handedness: CheckDocument['handedness'];
  readonly club: NonNullable<CheckDocument['club']>;
  readonly target: NonNullable<CheckDocument['target']>;
  readonly readings: readonly TypedReading[];
  /** How the target line was laid; sighted by eye from 2–3 m without. */
  readonly targetLine?: CheckDocument['targetLine'];
  /** Where the ball is to start, degrees from the target line, right positive. Default 0: at the target. */
  readonly startLineDeg?: number;
  /** Default All parallel. */
  readonly judgement?: Judgement;
  /** Shoe length and flares, where the feet were looked at. */
  readonly feet?: NonNullable<CheckDocument['feet']>;
  /** Spread with which the student steps back in, degrees. Default 2, core's. */
  readonly readdressSdDeg?: number;
  /** Spread with which the student stands from day to day, degrees. Default 0.8, core's. */
  readonly daySdDeg?: number;
  /** Height, mm, where it is known. */
  readonly statureMm?: number;
  /** Cold checks of the same student and club group, oldest first. */
  readonly earlier?: NonNullable<CheckDocument['earlier']>;
  /** What the academy’s own students say of who comes. Default: the shipped prior. */
  readonly prior?: NonNullable<CheckDocument['prior']>;
}

/** Spread with which anyone steps back in until theirs is known, degrees. */
export const USUAL_READDRESS_DEG = degreesFromRadians(READDRESS_SD_RAD);

/**
 * The check document of what has been read so far, every default written out. A line not fully read is left out,
 * never zero.
 *
 * @returns undefined while no reading is complete
 * @example composeCheck({ handedness: 'right', club: { group: 'driver' }, target: { distanceM: 150 }, readings: [{ line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 } }] }).observations.length // 1
 */
export function composeCheck(parts: CheckParts): CheckDocument | undefined {
  const [first, ...others] = parts.readings.flatMap((r) => composeObservation(r, parts) ?? []);
  if (first === undefined) return undefined;
  return {
    format: 'lotrecht-check',
    version: 1,
    handedness: parts.handedness,
    club: parts.club,
    target: parts.target,
    targetLine: parts.targetLine ?? { sightingDeg: degreesFromRadians(SIGHTING_RAD.byEye) },
    ...(parts.startLineDeg !== undefined && parts.startLineDeg !== 0 && { startLineDeg: parts.startLineDeg }),
    ...judgementFor(parts.judgement, [first, ...others]),
    ...(parts.readdressSdDeg !== undefined && { readdressSdDeg: parts.readdressSdDeg }),
    ...(parts.daySdDeg !== undefined && { daySdDeg: parts.daySdDeg }),
    ...(parts.statureMm !== undefined && { statureMm: parts.statureMm }),
    ...(parts.feet && { feet: parts.feet }),
    ...(parts.prior && { prior: parts.prior }),
    ...(parts.earlier && { earlier: parts.earlier }),
    observations: [first, ...others],
  };
}

/** A shipped method by its name; of any other the tolerances of what it asks about. */
function judgementFor(
  judgement: Judgement | undefined,
  observations: CheckDocument['observations'],
): Judgement {
  if (judgement === undefined) {
    return { method: { id: ALL_PARALLEL.id, version: ALL_PARALLEL.profileVersion } };
  }
  const { tolerancesDeg, order } = judgement;
  if (tolerancesDeg === undefined || order === undefined) return judgement;
  const asked = onlyAsked({ tolerancesDeg, order }, observations);
  return { ...judgement, tolerancesDeg: asked.tolerancesDeg };
}

/**
 * What a stored check is judged by, as `composeCheck` takes it.
 *
 * @example judgementOf({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, method: { id: 'first-lesson', version: 1 }, observations: [{ line: 'toes', by: 'eye', readingDeg: 1 }] }) // { method: { id: 'first-lesson', version: 1 } }
 */
export function judgementOf(document: CheckDocument): Judgement {
  const { method, tolerancesDeg, goalsDeg, order, footLine } = document;
  return {
    ...(method && { method }),
    ...(tolerancesDeg && { tolerancesDeg }),
    ...(goalsDeg && { goalsDeg }),
    ...(order && { order }),
    ...(footLine && { footLine }),
  };
}
