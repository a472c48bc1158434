import { LANDMARK_UNCERTAINTY } from '../defaults/landmark.ts';
import { type LineName } from '../geometry/line.ts';
import { CONTACT_M, LIMITS } from '../refusal/limits.ts';
import { requireAngleUncertainty, requirePositive, RANGES } from '../refusal/ranges.ts';
import { type SeatedRod, seatingUncertainty } from '../uncertainty/seating.ts';
import { type Limited } from './way-of-reading.ts';

/** A rod held across a line. */
interface Seated extends SeatedRod {
  readonly line: LineName;
}

/**
 * How repeatably a rod that was held across seats.
 *
 * @returns rad, ≥ 0
 * @throws RefusedInput `contactWidthM`, `seatingUncertaintyRad`
 */
export function seatingOf({ line, contactWidthM, seatingUncertaintyRad }: Seated): number {
  const widthM =
    contactWidthM === undefined ? undefined : requirePositive('contactWidthM', contactWidthM, RANGES.baseM);
  return requireAngleUncertainty(
    'seatingUncertaintyRad',
    seatingUncertaintyRad ?? seatingUncertainty(line, { widthM }),
  );
}

/** The fields of a rod held across, beside what they can be. */
export function limitedSeating({ line, contactWidthM, seatingUncertaintyRad }: Seated): readonly Limited[] {
  return [
    ['contactWidthM', contactWidthM, line === 'face' ? RANGES.baseM : CONTACT_M[line]],
    ['seatingUncertaintyRad', seatingUncertaintyRad, LIMITS.seatingUncertaintyRad],
  ];
}

/** The width between its contacts, where it was not read, of a body of another size. */
export function sizedSeating<O extends Seated>(o: O, scale: number): O {
  if (o.contactWidthM !== undefined || o.line === 'face') return o;
  return { ...o, contactWidthM: scale * LANDMARK_UNCERTAINTY[o.line].widthM };
}
