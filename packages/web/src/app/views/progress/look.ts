import { type Look } from './chart-option.ts';

/** All of the time. */
export const WHOLE: Look = { start: 0, end: 100 };

/** Closer than this nothing more is told apart, percent. */
const NARROWEST = 4;

/** Looks closer (factor below 1) or wider, around the middle of what is shown. */
export function closer({ start, end }: Look, factor: number): Look {
  const half = Math.min(50, Math.max(NARROWEST / 2, ((end - start) / 2) * factor));
  return around((start + end) / 2, half);
}

/** Moves what is shown by a share of its width, later positive. */
export function later({ start, end }: Look, share: number): Look {
  return around((start + end) / 2 + share * (end - start), (end - start) / 2);
}

/** Kept inside the whole. */
function around(middle: number, half: number): Look {
  const inside = Math.min(100 - half, Math.max(half, middle));
  return { start: inside - half, end: inside + half };
}
