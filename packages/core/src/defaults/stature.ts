/** The height that the usual widths of a body are those of, m. */
export const USUAL_STATURE_M = 1.75;
/** Nobody is so small or so large that widths are less or more than this of the usual ones. */
export const BODY_SCALE = { least: 0.5, most: 1.2 } as const;
