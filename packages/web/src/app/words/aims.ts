import { feelOfTurn } from '@lotrecht/judging';
import { type Aim } from '@lotrecht/words';

/** What an angle of a line is turned into a place by. */
export interface AimedFrom {
  readonly handedness: 'right' | 'left';
  /** Of the target; absent or 0 where nobody knows. */
  readonly distanceM?: number | undefined;
}

/** Where a line aims that is so many degrees closed (a face: open), seen from the student. */
export function aimOf(handedDeg: number, { handedness, distanceM = 0 }: AimedFrom): Aim {
  return {
    deg: handedness === 'right' ? handedDeg : -handedDeg,
    metres: distanceM > 0 ? feelOfTurn(handedDeg, { distanceM, handedness }).metres : null,
  };
}
