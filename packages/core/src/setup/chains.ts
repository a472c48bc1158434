import { type LineName } from '../geometry/line.ts';
import { TOLD_FROM } from '../uncertainty/told-from.ts';

/** What a line of a set-up may do to a shot; said as a likelihood, never as certainty. */
export type ChainCode =
  /** Everything is turned across the line, or the shoulders are. */
  | 'body-closed'
  /** The feet are, the shoulders are not. */
  | 'feet-closed-alone'
  | 'shoulders-open'
  | 'face-open'
  | 'face-closed';

/** A chain that the readings make likely. */
export interface Chain {
  readonly code: ChainCode;
  /** How probable its first link is: the line is too open, or too closed. */
  readonly probability: number;
}

/** A judged line. */
export interface ChainLine {
  readonly line: LineName;
  readonly tooOpenProbability: number;
  readonly tooClosedProbability: number;
}

const FEET: readonly LineName[] = ['toes', 'heels'];

/**
 * From the faults that are at least probable to what they do to the shot.
 *
 * @param lines judged lines of one set-up
 * @returns the face last; empty while nothing is probably out
 * @example chainsOf([{ line: 'shoulders', tooOpenProbability: 0, tooClosedProbability: 0.97 }]) // [{ code: 'body-closed', probability: 0.97 }]
 */
export function chainsOf(lines: readonly ChainLine[]): readonly Chain[] {
  const of = (name: LineName): ChainLine | undefined => lines.find((l) => l.line === name);
  const chain = (code: ChainCode, probability: number | undefined): readonly Chain[] =>
    probability !== undefined && probability >= TOLD_FROM ? [{ code, probability }] : [];
  const shoulders = of('shoulders');
  const feet = lines.find((l) => FEET.includes(l.line) && l.tooClosedProbability >= TOLD_FROM);
  // Only shoulders that are probably not closed leave the feet alone; unsure ones are taken to go along.
  const shouldersFollow = shoulders === undefined || shoulders.tooClosedProbability > 1 - TOLD_FROM;
  const body =
    shoulders !== undefined && shoulders.tooClosedProbability >= TOLD_FROM
      ? chain('body-closed', shoulders.tooClosedProbability)
      : chain(shouldersFollow ? 'body-closed' : 'feet-closed-alone', feet?.tooClosedProbability);
  const face = of('face');
  return [
    ...body,
    ...chain('shoulders-open', shoulders?.tooOpenProbability),
    ...chain('face-open', face?.tooOpenProbability),
    ...chain('face-closed', face?.tooClosedProbability),
  ];
}
