import { USUAL_OF_CLUB, USUAL_STATURE_M } from '@lotrecht/judging';
import { type ClubGroup } from '@lotrecht/records';

/** A student at address, m. */
export interface DrillSizes {
  readonly handedness: 'right' | 'left';
  readonly toesToBallM: number;
  readonly stanceM: number;
  readonly eyesInsideM: number;
  readonly shoeM: number;
  readonly statureM: number;
}

/** What is known of a student’s sizes, m and mm; what is not is usual for the club and the stature. */
export interface KnownSizes {
  readonly handedness: 'right' | 'left';
  readonly club: ClubGroup;
  readonly statureMm: number | null;
  readonly shoeMm?: number | null;
  readonly toesToBallM?: number | null;
  readonly stanceM?: number | null;
}

const USUAL_SHOE_MM = 290;

/**
 * A student’s sizes: as read, else as usual for their stature and club.
 *
 * @example drillSizes({ handedness: 'right', club: 'mid-iron', statureMm: null, stanceM: 0.45 }).stanceM // 0.45
 */
export function drillSizes(known: KnownSizes): DrillSizes {
  const usual = USUAL_OF_CLUB[known.club];
  const statureM = known.statureMm === null ? USUAL_STATURE_M : known.statureMm / 1000;
  const scale = statureM / USUAL_STATURE_M;
  return {
    handedness: known.handedness,
    statureM,
    toesToBallM: known.toesToBallM ?? usual.toesToBallM * scale,
    stanceM: known.stanceM ?? usual.stanceM * scale,
    eyesInsideM: usual.eyesInsideM * scale,
    shoeM: (known.shoeMm ?? USUAL_SHOE_MM) / 1000,
  };
}
