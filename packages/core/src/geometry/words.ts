import { type Handedness, sideSign } from './handedness.ts';
import { kindOfLine, type LineKind, type LineName } from './line.ts';

/** How a line is turned, in the words of the trade. */
export type TurnWord = 'open' | 'closed' | 'square';

/** Where a line points, seen downrange. */
export type PointingSide = 'left' | 'right' | 'on';

/** The two words that always stand together beside an angle. */
export interface AzimuthWords {
  readonly word: TurnWord;
  readonly side: PointingSide;
}

/**
 * Which way a line turns with its sign. The only place where a sign becomes open or closed: the two differ between
 * face and body, the sign does not.
 *
 * @returns the word for φ < 0, then the word for φ > 0
 * @example signWords('toes') // ['open', 'closed']
 * @example signWords('face') // ['closed', 'open']
 */
export function signWords(line: LineName): readonly ['open', 'closed'] | readonly ['closed', 'open'] {
  return wordsOfKind(kindOfLine(line));
}

function wordsOfKind(kind: LineKind): readonly ['open', 'closed'] | readonly ['closed', 'open'] {
  return kind === 'body' ? ['open', 'closed'] : ['closed', 'open'];
}

/**
 * An azimuth in words.
 *
 * @param azimuthRad θ, rad, positive to the right seen downrange
 * @param handedness the player's hand
 * @param kind face: φ > 0 is open; body: φ > 0 is closed
 * @returns `square` and `on` for exactly 0
 * @example azimuthWords(0.07, 'right', 'body') // { word: 'closed', side: 'right' }
 * @example azimuthWords(0.07, 'right', 'face') // { word: 'open', side: 'right' }
 */
export function azimuthWords(azimuthRad: number, handedness: Handedness, kind: LineKind): AzimuthWords {
  if (azimuthRad === 0) return { word: 'square', side: 'on' };
  const [below, above] = wordsOfKind(kind);
  const word = sideSign(handedness) * azimuthRad > 0 ? above : below;
  return { word, side: azimuthRad > 0 ? 'right' : 'left' };
}
