import { type Handedness, sideSign } from './handedness.ts';
import { type LineKind } from './line.ts';

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
 * The only place where an azimuth becomes words: open/closed differ between face and body, the sign does not.
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
  const acrossTheBallLine = sideSign(handedness) * azimuthRad > 0;
  const word = acrossTheBallLine === (kind === 'body') ? 'closed' : 'open';
  return { word, side: azimuthRad > 0 ? 'right' : 'left' };
}
