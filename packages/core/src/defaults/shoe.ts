import { radiansFromDegrees } from '../units/angle.ts';

/** Length of a shoe, m. */
export const SHOE_M = 0.29;
/** How well a flare is seen, rad. */
export const FLARE_UNCERTAINTY_RAD = radiansFromDegrees(5);
