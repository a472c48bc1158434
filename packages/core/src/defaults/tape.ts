/** Division of the tape that bodies are read with, m. */
export const TAPE_DIVISION_M = 0.005;
/** Division of the rule that the face is read with, m. */
export const RULE_DIVISION_M = 0.001;
/** Standard uncertainty of a base, m. */
export const BASE_UNCERTAINTY_M = 0.005;
/** Standard uncertainty of the base across the line at the face, m. */
export const SQUARE_BASE_UNCERTAINTY_M = 0.002;
/** Standard uncertainty of a base that was not read but taken over from the last time: how differently people stand, m. A guess. */
export const TAKEN_OVER_BASE_M = 0.02;
