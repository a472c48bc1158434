import { RefusedInput } from '../refusal/refused-input.ts';
import { NORMAL_975 } from './student-t.ts';

/** A share of a count, with where it may lie. All 0 to 1. */
export interface Proportion {
  readonly share: number;
  /** 95 % interval; it is not symmetric about the share, and never leaves 0 to 1. */
  readonly low: number;
  readonly high: number;
}

/**
 * The share of a count with its 95 % score interval (Wilson): right for small counts and for none or all, where a
 * plain ± is wrong or nothing.
 *
 * @see Wilson
 * @param hits k, whole, 0 to n
 * @param of n, whole, at least 1
 * @throws RefusedInput for counts that are none
 * @example proportion(71, 100).low // 0.614611...
 * @example proportion(0, 10).high // 0.277532...
 */
export function proportion(hits: number, of: number): Proportion {
  if (!Number.isSafeInteger(of) || of < 1) throw refused('of', of, 'Count at least one.');
  if (!Number.isSafeInteger(hits) || hits < 0 || hits > of)
    throw refused('hits', hits, `Count from 0 to ${of}.`);
  const z2 = NORMAL_975 ** 2;
  const share = hits / of;
  const middle = (share + z2 / (2 * of)) / (1 + z2 / of);
  const half = (NORMAL_975 / (1 + z2 / of)) * Math.sqrt((share * (1 - share)) / of + z2 / (4 * of ** 2));
  return { share, low: hits === 0 ? 0 : middle - half, high: hits === of ? 1 : middle + half };
}

function refused(field: string, read: number, advice: string): RefusedInput {
  return new RefusedInput('out-of-range', field, { read, advice });
}
