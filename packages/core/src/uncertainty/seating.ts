import { LANDMARK_UNCERTAINTY } from '../defaults/landmark.ts';
import { type LineName } from '../geometry/line.ts';

/**
 * How repeatably a rod seats across the body: √2·e/c. It touches at two places, and no longer rod makes that smaller.
 *
 * @param own c between the two contacts and e of one contact, m; the usual of the line without
 * @returns rad; 0 for the face, whose rod stands off it and has a seating of its own
 * @example seatingUncertainty('shoulders') // 0.01414213562373095
 */
export function seatingUncertainty(
  line: LineName,
  own: { readonly widthM?: number | undefined; readonly contactM?: number | undefined } = {},
): number {
  const usual = LANDMARK_UNCERTAINTY[line];
  return (Math.SQRT2 * (own.contactM ?? usual.contactM ?? 0)) / (own.widthM ?? usual.widthM);
}

/** How a rod that was held across says that it seats. */
export interface SeatedRod {
  /** Between the two places where the rod touches the body, m. Default: the usual of the line. */
  readonly contactWidthM?: number;
  /** How repeatably the rod seats on the body, rad. Default: of the line and the width. */
  readonly seatingUncertaintyRad?: number;
}
