import { radiansFromDegrees } from '../units/angle.ts';

/** Length of a rod, m. */
export const ROD_M = 1.22;
/** Standard uncertainty of the horizontal length of a rod off the face, m. */
export const FACE_ROD_LENGTH_UNCERTAINTY_M = 0.005;
/** How repeatably a rod seats on the face until it was lifted and reseated five times, rad. */
export const FACE_SEATING_RAD = radiansFromDegrees(0.5);
