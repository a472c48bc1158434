import { radiansFromDegrees } from '../units/angle.ts';

/** Standard uncertainty of the point that a rod is seen to point at, m. */
export const LATERAL_UNCERTAINTY_M = 1;
/** Standard uncertainty of a line’s own gap at the ball, m. */
export const GAP_UNCERTAINTY_M = 0.05;
/** Standard uncertainty of the look along a rod, rad. */
export const ALONG_UNCERTAINTY_RAD = radiansFromDegrees(0.3);
