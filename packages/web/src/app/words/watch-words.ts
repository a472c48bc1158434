import { type LastColdView } from '@lotrecht/records';
import { dayText } from './dates.ts';
import { angleText, LINE_TITLES } from './words.ts';

/** What the last blind baseline left to watch. @example "Watch: toes 4.1° closed (right), 7 Nov 2026" */
export function watchText(lastCold: LastColdView | null): string {
  if (lastCold === null) return 'No blind baseline yet';
  const { watch, heldOn } = lastCold;
  if (watch === null) return `Nothing stood out, ${dayText(heldOn)}`;
  return `Watch: ${LINE_TITLES[watch.line].toLowerCase()} ${angleText(watch.result)}, ${dayText(heldOn)}`;
}
