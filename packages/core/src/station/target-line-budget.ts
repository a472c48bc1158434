import { radiansFromDegrees } from '../units/angle.ts';
import { STAKE_UNCERTAINTY_M } from '../defaults/target-line.ts';
import { RANGES } from '../refusal/ranges.ts';
import { type TargetLine, targetLineUncertainty } from './target-line.ts';

/** What the uncertainty of a target line is made of, and what would halve it. Angles in rad. */
export interface TargetLineBudget {
  /** u(T). */
  readonly uncertaintyRad: number;
  /** √2·u(stake)/separation; 0 without a separation. */
  readonly stakesRad: number;
  readonly sightingRad: number;
  /** The larger part, or null when both are 0. */
  readonly dominatedBy: 'stakes' | 'sighting' | null;
  /** What alone would halve u(T); null where that part cannot. */
  readonly halvedBy: {
    /** Separation of the stakes, m, as long as a string can be. */
    readonly separationM: number | null;
    readonly sightingRad: number | null;
  };
}

/**
 * The parts of u(T), and how far apart the stakes or how exact the sighting would have to be for half of it.
 *
 * @throws RefusedInput as `targetLineUncertainty` does
 * @example targetLineBudget({ stakeSeparationM: 1, sightingRad: 0.0035 }).dominatedBy // 'stakes'
 */
export function targetLineBudget(line: TargetLine): TargetLineBudget {
  const uncertaintyRad = targetLineUncertainty(line);
  const sightingRad = line.sightingRad ?? 0;
  const stakeM = Math.SQRT2 * (line.stakeM ?? STAKE_UNCERTAINTY_M);
  const stakesRad = line.stakeSeparationM === undefined ? 0 : stakeM / line.stakeSeparationM;
  const half = uncertaintyRad / 2;
  const leftFor = (other: number): number | null => (other < half ? Math.sqrt(half ** 2 - other ** 2) : null);
  const stakesMay = stakesRad === 0 ? null : leftFor(sightingRad);
  const separationM = stakesMay === null ? null : stakeM / stakesMay;
  return {
    uncertaintyRad,
    stakesRad,
    sightingRad,
    dominatedBy: uncertaintyRad === 0 ? null : stakesRad > sightingRad ? 'stakes' : 'sighting',
    halvedBy: {
      separationM: separationM !== null && separationM <= RANGES.separationM.most ? separationM : null,
      sightingRad: sightingRad === 0 ? null : leftFor(stakesRad),
    },
  };
}

/** How a line is sighted from behind the ball. */
export interface Sighting {
  /** Over a hanging plumb line and stakes, or by eye alone. */
  readonly aid: 'plumb-line' | 'none';
  /** Where the eye was, m behind the ball. */
  readonly behindM: number;
}

const NEAR_M = 2;
const DEGREE = radiansFromDegrees(1);

/**
 * The standard uncertainty that is written for a sighting: 0.2° with a hanging plumb line and stakes, 0.5° by eye from
 * 2 m and more behind the ball, 1° from nearer.
 *
 * @returns rad
 * @example sightingUncertainty({ aid: 'none', behindM: 2.5 }) // 0.008726646259971648
 */
export function sightingUncertainty({ aid, behindM }: Sighting): number {
  if (aid === 'plumb-line') return 0.2 * DEGREE;
  return behindM >= NEAR_M ? 0.5 * DEGREE : DEGREE;
}
