import { kindOfLine } from '@lotrecht/core';
import { type LineKey } from '../../../words/words.ts';
import { type UsualWay } from '../../../lesson/usual-readings.ts';

/** How a line is read before anyone has chosen: the face from the square rod, the body by its bare points. */
export function firstWay(line: LineKey): UsualWay {
  return { by: kindOfLine(line) === 'face' ? 'square' : 'gaps', rod: false };
}
