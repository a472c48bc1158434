import { radiansFromDegrees } from '../units/angle.ts';

/** Standard uncertainty of an angle judged by eye, until the judge’s own is known, rad. */
export const EYE_UNCERTAINTY_RAD = radiansFromDegrees(4);
