import { type LineName } from '../geometry/line.ts';

/** How repeatably a body point can be found, standard deviation in metres. */
export interface LandmarkUncertainty {
  /** The bare landmark. */
  readonly bareM: number;
  /** One contact of a rod with the body; null where no rod is held across. */
  readonly contactM: number | null;
  /** Usual distance between the two contacts or marks, m. */
  readonly widthM: number;
}

/** Until a repeatability study of an instructor's own readings replaces them. */
export const LANDMARK_UNCERTAINTY: Readonly<Record<LineName, LandmarkUncertainty>> = {
  toes: { bareM: 0.003, contactM: 0.002, widthM: 0.45 },
  heels: { bareM: 0.003, contactM: 0.002, widthM: 0.4 },
  knees: { bareM: 0.008, contactM: 0.004, widthM: 0.35 },
  hips: { bareM: 0.008, contactM: 0.004, widthM: 0.3 },
  shoulders: { bareM: 0.01, contactM: 0.004, widthM: 0.4 },
  eyes: { bareM: 0.004, contactM: 0.003, widthM: 0.14 },
  face: { bareM: 0.001, contactM: null, widthM: 0.075 },
};
