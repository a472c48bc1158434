import { type Cause } from '@lotrecht/judging';
import { type Chain } from '@lotrecht/core';
import { LINE_TITLES, percentText } from '../../../words/words.ts';

/** Lines as they are said in a row. */
const named = (lines: Cause['read']): string =>
  lines.map((line) => LINE_TITLES[line].toLowerCase()).join(', ');

/** Whether the set-up is the cause, and what is missing for saying so. */
export function causeText({ verdict, notRead, read, ballRead, everyLineIn }: Cause): string {
  switch (verdict) {
    case 'ruled-out':
      return everyLineIn
        ? 'Today the set-up is not the cause: every line is as wanted.'
        : 'Today the set-up is not the cause: no line is far enough off to matter.';
    case 'lines-ruled-out':
      return 'The lines are not the cause; the ball was not looked at.';
    case 'part-ruled-out':
      return `Of what was looked at (${named(read)}): not the cause. Not read: ${named(notRead)}.`;
    case 'ruled-in':
      return 'The set-up can be the cause.';
    case 'open': {
      const missing = [
        ...(notRead.length === 0 ? [] : [named(notRead)]),
        ...(ballRead ? [] : ['ball position']),
      ];
      const wanting = missing.length === 0 ? '' : ` Not read yet: ${missing.join(', ')}.`;
      return `The set-up may be the cause, or not.${wanting}`;
    }
  }
}

/** How sure that is. */
export function causeFigure({ verdict, nearlyAllInProbability }: Cause): string | null {
  if (verdict === 'part-ruled-out') return null;
  return `No line more than 1° off: ${percentText(nearlyAllInProbability)}.`;
}

/** What a chain may do to the shot, mirrored for the hand. */
export function chainText({ code }: Chain, handedness: 'right' | 'left', longClub: boolean): string {
  const [own, far] = handedness === 'right' ? ['left', 'right'] : ['right', 'left'];
  switch (code) {
    case 'body-closed':
      return `Likely: the target seems to be ${own}, the club comes over: pulled ${own}, or cut back ${far}. Or it goes straight ${far}, and the next one is pulled.`;
    case 'feet-closed-alone':
      return 'Feet closed alone are harmless for one school; for another the club then works too far inside. The shoulders do not follow the feet.';
    case 'shoulders-open':
      return `Likely after lifting the head to look: pulled ${own}, or a shuffle ${far}.`;
    case 'face-open':
      return longClub
        ? `Likely: starts ${far}, weak. A long club soled open does that.`
        : `Likely: starts ${far}, or the swing makes up for it.`;
    case 'face-closed':
      return `Likely: starts ${own}.`;
  }
}
