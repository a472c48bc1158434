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
  /** ρ: how far the face goes along with the body, 0 to 1 of shipped kinds. Default 0. */
  readonly faceOnBody?: number;
}

const DEG = radiansFromDegrees(1);

/** Values in degrees, where there are several of one thing, with their weights. */
const TURN = [
  { meanDeg: 0, sdDeg: 1, weight: 0.25 },
  { meanDeg: 0, sdDeg: 2.5, weight: 0.25 },
  { meanDeg: 0, sdDeg: 5, weight: 0.3 },
  { meanDeg: -3, sdDeg: 2, weight: 0.08 },
  { meanDeg: 3, sdDeg: 2, weight: 0.12 },
] as const;
const OWN = [
  { sdDeg: 0.6, weight: 0.3 },
  { sdDeg: 1.5, weight: 0.45 },
  { sdDeg: 3, weight: 0.25 },
] as const;
const FACE = [
  { sdDeg: 0.8, onBody: 0, weight: 0.25 },
  { sdDeg: 2, onBody: 0, weight: 0.25 },
  { sdDeg: 4, onBody: 0, weight: 0.2 },
  { sdDeg: 1, onBody: 0.5, weight: 0.15 },
  { sdDeg: 1.5, onBody: 1, weight: 0.15 },
] as const;
/** The first of each: square, alike, the face on its own. So many stand well that it counts more than its products. */
const TIDY_WEIGHT = 0.1;

/** What is known of students before anyone was read: 75 kinds, from good and alike to turned and twisted. */
export const SHIPPED_PRIOR: readonly PriorComponent[] = TURN.flatMap((turn, t) =>
  OWN.flatMap((own, o) =>
    FACE.map((face, f): PriorComponent => ({
      weight:
        (1 - TIDY_WEIGHT) * turn.weight * own.weight * face.weight + (t + o + f === 0 ? TIDY_WEIGHT : 0),
      turnSdRad: turn.sdDeg * DEG,
      ownSdRad: own.sdDeg * DEG,
      faceSdRad: face.sdDeg * DEG,
      bodyMeanRad: turn.meanDeg * DEG,
      faceOnBody: face.onBody,
    })),
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
    if (c.faceOnBody !== undefined) requireWithin(path('faceOnBody'), c.faceOnBody, ON_BODY);
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
/** Beyond this a face would turn away from its body, or farther than it. */
const ON_BODY = { least: -2, most: 2 };
