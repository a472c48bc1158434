import { type WayOfReading } from '@lotrecht/judging';
import { kindOfLine } from '@lotrecht/core';
import { type LineKey } from '../../../words/words.ts';
import { type UsualWay } from '../../../lesson/usual-readings.ts';

/** Lines of the feet: no rod lies against them that is not on the ground. */
export const FEET: readonly LineKey[] = ['toes', 'heels'];

/** How a line is read before anyone has chosen: the face from the square rod, the body by its bare points. */
export function firstWay(line: LineKey): UsualWay {
  return { by: kindOfLine(line) === 'face' ? 'square' : 'gaps', rod: false };
}

/** Every way in which a line can be read, the tape first. */
export function waysOfLine(line: LineKey, pointsAt: boolean): readonly UsualWay[] {
  const way = (by: WayOfReading, rod = false): UsualWay => ({ by, rod });
  const direct = [...(pointsAt ? [way('pointsAt')] : []), way('angle'), way('eye')];
  if (kindOfLine(line) === 'face') return [way('square'), way('faceRod'), ...direct];
  return FEET.includes(line) ? [way('gaps'), ...direct] : [way('gaps'), way('gaps', true), ...direct];
}
