import { type LessonCoupling } from '@lotrecht/judging';
import { atText, placeText, type Told } from '../../words/aims.ts';

/** Less than this nobody calls following, and more than the other all of it. */
const [LITTLE, MOST] = [0.25, 0.75];
/** A smaller move was none on purpose, degrees. */
const MOVED_DEG = 3;

/** Whether the shoulders follow the feet, with how far either went; null where the feet were not moved. */
export function couplingText(found: LessonCoupling, told: Told): string | null {
  const { movedDeg, followedDeg, interval } = found;
  if (Math.abs(movedDeg) < MOVED_DEG) return null;
  const went = `The feet moved ${placeText(movedDeg, told)} ${atText(told)}, the shoulders ${placeText(followedDeg, told)}.`;
  if (interval === null) return `${went} Move the feet farther to see whether the shoulders follow.`;
  const [low, high] = interval;
  const range = `${percent(low)} to ${percent(high)}`;
  if (high < LITTLE) return `${went} The shoulders do not follow the feet (${range}).`;
  if (low > MOST) return `${went} The shoulders follow the feet (${range}).`;
  return low > 0
    ? `${went} The shoulders follow in part (${range}).`
    : `${went} Whether the shoulders follow is not decided (${range}).`;
}

/** A share as it is said; less than none of it is none, more than all of it is all. */
function percent(share: number): string {
  return `${Math.round(100 * Math.min(1, Math.max(0, share)))} %`;
}
