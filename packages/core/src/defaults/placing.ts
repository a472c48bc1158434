/** Half a ball either way: a ball that lies less far off is not seen from above, m. */
export const BALL_TOLERANCE_M = 0.021;
/** Each end of a length between ball and feet is found by eye over the tape, standard uncertainty, m. */
export const PLACED_READ_M = 0.005;
/** Spread with which anyone places ball and feet anew within a lesson until theirs is known, m. A guess. */
export const PLACED_SPREAD_M = 0.012;
/** How far from the usual place students stand who have never been measured, standard deviation, m. A guess. */
export const PLACED_PRIOR_M = 0.06;
/** How far a habit walks in a month without being worked on, standard deviation, m. A guess. */
export const PLACED_WALK_M = 0.01;
