import { radiansFromDegrees } from '../units/angle.ts';

/** Standard uncertainty of an angle gauge on a rod, rad. */
export const GAUGE_UNCERTAINTY_RAD = radiansFromDegrees(1);
