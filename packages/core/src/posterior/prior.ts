import { radiansFromDegrees } from '../units/angle.ts';
import { RANGES, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';

/** One kind of student that there may be: how lines of a body go together, and how far each goes alone. */
export interface PriorComponent {
  /** How many are of this kind; weights are normalised. ≥ 0. */
  readonly weight: number;
  /** τc: how far bodies are turned as a whole, rad. */
  readonly turnSdRad: number;
  /** τe: how far a body line is off the others, rad. */
  readonly ownSdRad: number;
  /** τf: how far the face is off the target line, rad. */
  readonly faceSdRad: number;
  /** μ: where body lines are on average, rad, closed positive. */
  readonly bodyMeanRad: number;
}

const DEG = radiansFromDegrees(1);

/** Values in degrees with their weights. */
const TURN = [
  [1, 0.3],
  [2.5, 0.35],
  [5, 0.35],
] as const;
const OWN = [
  [0.6, 0.3],
  [1.5, 0.45],
  [3, 0.25],
] as const;
const FACE = [
  [0.8, 0.3],
  [2, 0.4],
  [4, 0.3],
] as const;
const MEAN = [
  [-3, 0.15],
  [0, 0.6],
  [3, 0.25],
] as const;

/** What is known of students before anyone was read: 81 kinds, from good and alike to turned and twisted. */
export const SHIPPED_PRIOR: readonly PriorComponent[] = TURN.flatMap(([turn, wTurn]) =>
  OWN.flatMap(([own, wOwn]) =>
    FACE.flatMap(([face, wFace]) =>
      MEAN.map(([mean, wMean]) => ({
        weight: wTurn * wOwn * wFace * wMean,
        turnSdRad: turn * DEG,
        ownSdRad: own * DEG,
        faceSdRad: face * DEG,
        bodyMeanRad: mean * DEG,
      })),
    ),
  ),
);

/** More kinds than this tell nothing more, and cost time. */
const MOST_COMPONENTS = 500;

/**
 * Refuses a prior that is none, by the path of what is wrong with it.
 *
 * @returns the same with weights that sum to 1, without those of no weight
 * @throws RefusedInput
 * @example requirePrior([{ weight: 2, turnSdRad: 0.05, ownSdRad: 0.03, faceSdRad: 0.03, bodyMeanRad: 0 }])[0].weight // 1
 */
export function requirePrior(components: readonly PriorComponent[]): readonly PriorComponent[] {
  const at = 'prior.components';
  if (components.length === 0) {
    throw new RefusedInput('empty', at, {
      advice: 'State at least one kind of student, or leave the prior out.',
    });
  }
  if (components.length > MOST_COMPONENTS) {
    throw new RefusedInput('out-of-range', at, {
      read: String(components.length),
      advice: `State at most ${MOST_COMPONENTS} kinds of students.`,
    });
  }
  let whole = 0;
  components.forEach((c, index) => {
    const path = (field: string): string => `${at}.${index}.${field}`;
    whole += requireWithin(path('weight'), c.weight, WEIGHTS);
    requireWithin(path('turnSdRad'), c.turnSdRad, RANGES.angleUncertaintyRad);
    requireWithin(path('ownSdRad'), c.ownSdRad, RANGES.angleUncertaintyRad);
    requireWithin(path('faceSdRad'), c.faceSdRad, RANGES.angleUncertaintyRad);
    requireWithin(path('bodyMeanRad'), c.bodyMeanRad, RANGES.angleRad);
  });
  if (whole <= 0) {
    throw new RefusedInput('not-positive', `${at}.0.weight`, {
      read: whole,
      advice: 'All weights are zero: at least one kind of student must have one.',
    });
  }
  return components.flatMap((c) => (c.weight === 0 ? [] : [{ ...c, weight: c.weight / whole }]));
}

const WEIGHTS = { least: 0, most: 1e9 };
