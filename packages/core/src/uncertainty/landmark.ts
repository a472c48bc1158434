import { type LineName } from '../geometry/line.ts';

/** How repeatably a body point can be found, standard deviation in metres. */
export interface LandmarkUncertainty {
  /** The bare landmark. */
  readonly bareM: number;
  /** With a rod held across the line. */
  readonly rodM: number;
}

/** Shipped defaults; a repeatability study of an instructor's own readings replaces them. */
export const LANDMARK_UNCERTAINTY: Readonly<Record<LineName, LandmarkUncertainty>> = {
  toes: { bareM: 0.003, rodM: 0.002 },
  heels: { bareM: 0.003, rodM: 0.002 },
  knees: { bareM: 0.008, rodM: 0.005 },
  hips: { bareM: 0.008, rodM: 0.005 },
  shoulders: { bareM: 0.01, rodM: 0.006 },
  eyes: { bareM: 0.004, rodM: 0.005 },
  face: { bareM: 0.001, rodM: 0.001 },
};
