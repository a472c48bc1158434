import { type LastColdView } from '@lotrecht/records';
import { type DistanceUnit } from '@lotrecht/words';
import { atText, placeText, type Told } from './aims.ts';
import { dayText } from './dates.ts';
import { LINE_TITLES } from './words.ts';

/** What the last blind baseline left to watch. @example "Watch: toes 10.8 m right at 150 m, 7 Nov 2026" */
export function watchText(lastCold: LastColdView | null, unit: DistanceUnit): string {
  if (lastCold === null) return 'No blind baseline yet';
  const { watch, heldOn } = lastCold;
  if (watch === null) return `Nothing stood out, ${dayText(heldOn)}`;
  // From the target line, right positive, whatever the hand.
  const told: Told = { handedness: 'right', unit };
  const where = placeText(watch.result.azimuthDeg, told);
  return `Watch: ${LINE_TITLES[watch.line].toLowerCase()} ${where} ${atText(told)}, ${dayText(heldOn)}`;
}
