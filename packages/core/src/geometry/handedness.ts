/** Which way the player stands: a right-hander at x < 0, a left-hander at x > 0 of the target line. */
export type Handedness = 'right' | 'left';

/**
 * The side sign s of a player, which mirrors every lateral quantity.
 *
 * @returns +1 for a right-hander, −1 for a left-hander
 * @example sideSign('left') // -1
 */
export function sideSign(handedness: Handedness): 1 | -1 {
  // eslint-disable-next-line no-restricted-syntax -- here it is written, once
  return handedness === 'left' ? -1 : 1;
}
