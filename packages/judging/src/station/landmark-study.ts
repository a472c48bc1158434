import {
  LANDMARK_UNCERTAINTY,
  type LineName,
  metresFromMillimetres,
  millimetresFromMetres,
  type Repeatability,
  repeatabilityOf,
} from '@lotrecht/core';

/** One reading of an unchanged set-up: both ends found again. Millimetres. */
export interface StudyReading {
  readonly leadGapMm: number;
  readonly trailGapMm: number;
}

/** What an instructor's readings of unchanged set-ups say of how they find a point. */
export interface LandmarkStudy {
  /** Pooled standard deviation of one end with its 95 % interval, mm. */
  readonly endSdMm: number;
  readonly endSdIntervalMm: readonly [number, number];
  readonly degreesOfFreedom: number;
  /** What stays once tape and bob are taken out, mm: of finding the point, or of one contact of a rod. */
  readonly landmarkMm: number;
  /** The shipped value, mm. */
  readonly shippedMm: number;
  /** Repeats still wanted before the study may replace the shipped value; 0: it may. */
  readonly stillWanted: number;
}

/** With fewer the interval reaches from half to twice the value and says little. */
const ENOUGH_DEGREES_OF_FREEDOM = 8;
/** Where tape and bob explain all of the scatter, the point itself is no sharper than this. */
const SHARPEST_MM = 0.1;

/**
 * A repeatability study of one line.
 *
 * @param setups readings of each unchanged set-up; a set-up read once says nothing
 * @param how the line, the length of the rod that is held across between its bobs, and what tape and bob add
 * @returns null until some set-up has been read twice
 * @example landmarkStudy([[{ leadGapMm: 571, trailGapMm: 602 }]], { line: 'toes', rodMm: null, resolutionMm: 5, plumbMm: 0 }) // null
 */
export function landmarkStudy(
  setups: readonly (readonly StudyReading[])[],
  how: {
    readonly line: LineName;
    readonly rodMm: number | null;
    readonly resolutionMm: number;
    readonly plumbMm: number;
  },
): LandmarkStudy | null {
  const differencesM = setups
    .filter((readings) => readings.length > 1)
    .map((readings) => readings.map((r) => metresFromMillimetres(r.trailGapMm - r.leadGapMm)));
  if (differencesM.length === 0) return null;
  const study: Repeatability = repeatabilityOf(differencesM, {
    resolutionM: metresFromMillimetres(how.resolutionMm),
    plumbM: metresFromMillimetres(how.plumbMm),
  });
  const { bareM, contactM, widthM } = LANDMARK_UNCERTAINTY[how.line];
  // A rod lifted and seated again scatters by an angle: seen at its ends it is as much larger as the rod is longer.
  const ownM =
    how.rodMm === null ? study.landmarkM : (study.landmarkM * widthM) / metresFromMillimetres(how.rodMm);
  const [low, high] = study.endSdIntervalM;
  return {
    endSdMm: millimetresFromMetres(study.endSdM),
    endSdIntervalMm: [millimetresFromMetres(low), millimetresFromMetres(high)],
    degreesOfFreedom: study.degreesOfFreedom,
    landmarkMm: Math.max(SHARPEST_MM, millimetresFromMetres(ownM)),
    shippedMm: millimetresFromMetres(how.rodMm === null ? bareM : (contactM ?? 0)),
    stillWanted: Math.max(0, ENOUGH_DEGREES_OF_FREEDOM - study.degreesOfFreedom),
  };
}
