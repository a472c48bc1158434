import { type CheckDocument } from '../generated/types.ts';

/** What a method fixes about a check: order and tolerances of the lines in φ, degrees. */
export type MethodChoice = Pick<CheckDocument, 'tolerancesDeg' | 'order' | 'footLine'>;

/**
 * The default method: every line parallel to the target line, face first. The trade gives no tolerances; these are
 * starting values for an instructor to change.
 */
export const ALL_PARALLEL: MethodChoice = {
  tolerancesDeg: {
    face: [-1.5, 1.5],
    toes: [-2, 2],
    knees: [-3, 3],
    hips: [-2.5, 2.5],
    shoulders: [-2, 2],
    eyes: [-3, 3],
  },
  order: ['face', 'toes', 'knees', 'hips', 'shoulders', 'eyes'],
  footLine: 'toes',
};
