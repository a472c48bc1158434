import { radiansFromDegrees } from '../units/angle.ts';

/** Spread with which anyone steps back in until theirs is known, rad. */
export const READDRESS_SD_RAD = radiansFromDegrees(2);

/** How differently anyone stands from day to day until theirs is known, rad. */
export const DAY_SD_RAD = radiansFromDegrees(0.8);
