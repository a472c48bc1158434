import erfcinv from '@stdlib/math-base-special-erfcinv';
import { LINE_NAMES } from '../geometry/line.ts';

/** One for each line of a set-up, in their order. */
const PRIMES = [2, 3, 5, 7, 11, 13, 17] as const;
/** As many as there are. */
export const MOST_POINTS = 2048;
export const DIMENSIONS = LINE_NAMES.length;

/** How many points each part of an answer is counted over, of each component. */
export interface PointsOfAnswer {
  /** Of today and of the stand, which screens tell. */
  readonly today: number;
  readonly habit: number;
}

/** Of an answer that is kept. */
export const KEPT_POINTS: PointsOfAnswer = { today: MOST_POINTS, habit: MOST_POINTS };
/** Of one that is shown while readings are typed. */
export const LIVE_POINTS: PointsOfAnswer = { today: 512, habit: 128 };

/**
 * Points of the standard normal distribution in seven dimensions: Φ⁻¹(u) with u = |2·frac(k·√p) − 1|, k from 1. Always
 * the same ones, so that the same readings always give the same answer.
 *
 * @returns MOST_POINTS numbers for each dimension
 */
export const fixedPoints: () => readonly Float64Array[] = once(() =>
  PRIMES.map((prime) =>
    Float64Array.from({ length: MOST_POINTS }, (_, i) => {
      const step = (i + 1) * Math.sqrt(prime);
      const u = Math.abs(2 * (step - Math.floor(step)) - 1);
      return -Math.SQRT2 * erfcinv(2 * u);
    }),
  ),
);

/** They take some milliseconds: whoever asks for the tape alone does not wait for them. */
function once<T>(make: () => T): () => T {
  let made: T | undefined;
  return () => (made ??= make());
}
