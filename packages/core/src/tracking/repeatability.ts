import { RefusedInput } from '../refusal/refused-input.ts';
import { type Interval, sdInterval } from './consistency.ts';

/** What an instructor's own study says of how repeatably they find a landmark. */
export interface Repeatability {
  /** Pooled standard deviation of one end, m. */
  readonly endSdM: number;
  /** Its 95 % interval, m. */
  readonly endSdIntervalM: Interval;
  readonly degreesOfFreedom: number;
  /**
   * What stays for the landmark once tape and bob are taken out, m: replaces the shipped default. Few repeats say little
   * of a spread, and mostly too small a one: it is widened by √(ν/(ν − 2)), from ν = 3 on.
   */
  readonly landmarkM: number;
}

/** What else is in a reading of one end. */
export interface OtherSources {
  /** Division of the tape, m. */
  readonly resolutionM: number;
  /** Sway of the bob, m. */
  readonly plumbM: number;
}

/** With fewer degrees of freedom a spread has no variance of its own to allow for. */
const LEAST_FREEDOM = 3;

/**
 * A repeatability study: n repeated readings of unchanged set-ups. The difference of two gaps has the variance of two
 * ends, so one end has half of it, pooled over the set-ups.
 *
 * @param setups the trail-minus-lead differences of each unchanged set-up, m; at least one with two
 * @throws RefusedInput `empty` where no set-up was read twice
 * @example repeatabilityOf([[0.030, 0.034, 0.032]], { resolutionM: 0, plumbM: 0 }).endSdM // 0.00141421...
 */
export function repeatabilityOf(
  setups: readonly (readonly number[])[],
  { resolutionM, plumbM }: OtherSources,
): Repeatability {
  let [squares, degreesOfFreedom] = [0, 0];
  for (const differences of setups.filter((s) => s.length > 1)) {
    const mean = differences.reduce((sum, d) => sum + d, 0) / differences.length;
    squares += differences.reduce((sum, d) => sum + (d - mean) ** 2, 0) / 2;
    degreesOfFreedom += differences.length - 1;
  }
  if (degreesOfFreedom === 0) {
    throw new RefusedInput('empty', 'setups', { advice: 'Read one unchanged set-up at least twice.' });
  }
  const endSdM = Math.sqrt(squares / degreesOfFreedom);
  const widened =
    degreesOfFreedom < LEAST_FREEDOM ? endSdM : endSdM * Math.sqrt(degreesOfFreedom / (degreesOfFreedom - 2));
  return {
    endSdM,
    endSdIntervalM: sdInterval(endSdM, degreesOfFreedom),
    degreesOfFreedom,
    landmarkM: Math.sqrt(Math.max(0, widened ** 2 - resolutionM ** 2 / 12 - plumbM ** 2)),
  };
}
