import {
  academyPrior,
  degreesFromRadians,
  ENOUGH_STUDENTS,
  firstCheckOf,
  kindEvidence,
  SHIPPED_PRIOR,
} from '@lotrecht/core';
import { toSetup } from '../check/to-setup.ts';
import { type CheckDocument, type EarlierCheck, type PriorDocument } from '@lotrecht/records';

/**
 * How well a first cold check fits each kind of student that the shipped prior knows.
 *
 * @param check the readings alone, as a later check would carry them
 * @returns logs, in the order of the shipped kinds
 * @example kindsOfFirstCheck('right', { daysBefore: 0, targetLine: {}, observations: [{ line: 'toes', by: 'eye', readingDeg: 1 }] }).length // 75
 */
export function kindsOfFirstCheck(
  handedness: CheckDocument['handedness'],
  { targetLine, readdressSdDeg, observations }: EarlierCheck,
): readonly number[] {
  const document: CheckDocument = {
    format: 'lotrecht-check',
    version: 1,
    handedness,
    targetLine,
    ...(readdressSdDeg !== undefined && { readdressSdDeg }),
    observations,
  };
  return kindEvidence(SHIPPED_PRIOR, firstCheckOf(toSetup(document)));
}

/** Weights are known to no more digits than this. */
const WEIGHT_DIGITS = 5;

/**
 * The prior of an academy from the first cold checks of its students.
 *
 * @param evidence of each student, as `kindsOfFirstCheck` gives it
 * @returns null while there are too few: the shipped prior stands
 * @example priorOfAcademy([]) // null
 */
export function priorOfAcademy(evidence: readonly (readonly number[])[]): PriorDocument | null {
  // What was kept of other kinds of students says nothing of these.
  const ofThese = evidence.filter((logs) => logs.length === SHIPPED_PRIOR.length);
  if (ofThese.length < ENOUGH_STUDENTS) return null;
  const components = academyPrior(SHIPPED_PRIOR, ofThese).map((c) => ({
    weight: Number(c.weight.toPrecision(WEIGHT_DIGITS)),
    turnSdDeg: inTenths(c.turnSdRad),
    ownSdDeg: inTenths(c.ownSdRad),
    faceSdDeg: inTenths(c.faceSdRad),
    bodyMeanDeg: inTenths(c.bodyMeanRad),
    faceOnBody: c.faceOnBody ?? 0,
  }));
  return { components: components as unknown as PriorDocument['components'] };
}

/** The shipped kinds are told in tenths of a degree. */
function inTenths(rad: number): number {
  return Math.round(degreesFromRadians(rad) * 10) / 10;
}
