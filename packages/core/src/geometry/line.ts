/** The lines of a set-up, in no order of importance: the order is the method's. */
export const LINE_NAMES = ['face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'] as const;

/** One of the lines that a set-up check measures. */
export type LineName = (typeof LINE_NAMES)[number];

/** The club face, or a line across the player's body. The words for the same sign differ. */
export type LineKind = 'face' | 'body';

/**
 * The kind of a line.
 *
 * @example kindOfLine('hips') // 'body'
 */
export function kindOfLine(line: LineName): LineKind {
  return line === 'face' ? 'face' : 'body';
}
