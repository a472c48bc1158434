import { type Interval, consistencyOf } from './consistency.ts';

/** A guess by eye beside what the tape said of the same line. */
export interface JudgedByEye {
  /** Guess minus reading, rad, right positive. */
  readonly differenceRad: number;
  /** u of the reading, the target line included, rad. */
  readonly readingUncertaintyRad: number;
}

/** How an instructor's eye judges. */
export interface EyeRecord {
  readonly count: number;
  /** Where the eye sees lines on average, rad; positive too far right. */
  readonly biasRad: number;
  /** Half of its 95 % interval; null for one guess. */
  readonly biasHalfRad: number | null;
  /** The eye's own standard uncertainty once its bias is known, rad; null for one guess. */
  readonly uncertaintyRad: number | null;
  readonly uncertaintyIntervalRad: Interval | null;
}

/**
 * An instructor's eye from guesses made before the reveal: bias and u, the tape's own uncertainty taken out.
 *
 * @param guesses at least one
 * @throws RefusedInput `empty`
 * @example eyeRecord([{ differenceRad: 0.05, readingUncertaintyRad: 0.01 }]).biasRad // 0.05
 */
export function eyeRecord(guesses: readonly JudgedByEye[]): EyeRecord {
  const { count, meanRad, meanHalfRad, sdRad, sdIntervalRad } = consistencyOf(
    guesses.map((g) => g.differenceRad),
  );
  const explained = guesses.reduce((sum, g) => sum + g.readingUncertaintyRad ** 2, 0) / Math.max(1, count);
  const own = (sd: number): number => Math.sqrt(Math.max(0, sd ** 2 - explained));
  return {
    count,
    biasRad: meanRad,
    biasHalfRad: meanHalfRad,
    uncertaintyRad: sdRad === null ? null : own(sdRad),
    uncertaintyIntervalRad: sdIntervalRad === null ? null : [own(sdIntervalRad[0]), own(sdIntervalRad[1])],
  };
}
