import { radiansFromDegrees } from '../units/angle.ts';

/** Spread with which anyone steps back in until theirs is known, rad. */
export const READDRESS_SD_RAD = radiansFromDegrees(2);
