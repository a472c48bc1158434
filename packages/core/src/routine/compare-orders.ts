import { diffArrays } from 'diff';
import { distance } from 'fastest-levenshtein';
import { type RoutineStep } from './steps.ts';

/** A step that is done elsewhere in the order; places count from 1. */
export interface MovedStep {
  readonly step: RoutineStep;
  readonly from: number;
  readonly to: number;
}

/** How one order differs from another. */
export interface OrderDifference {
  /** Steps to insert, delete or replace, least; 0 for the same order. */
  readonly edits: number;
  readonly moved: readonly MovedStep[];
  readonly missing: readonly RoutineStep[];
  readonly added: readonly RoutineStep[];
}

/**
 * How an order differs from the one it is held against: what is left out at one place and comes in at another has
 * moved.
 *
 * @param wanted each step once
 * @param done each step once
 * @example compareOrders(['face', 'stance', 'grip'], ['face', 'grip', 'stance']).edits // 2
 */
export function compareOrders(wanted: readonly RoutineStep[], done: readonly RoutineStep[]): OrderDifference {
  const parts = diffArrays([...wanted], [...done]);
  const deleted = parts.filter((p) => p.removed).flatMap((p) => p.value);
  const inserted = parts.filter((p) => p.added).flatMap((p) => p.value);
  return {
    edits: distance(...inLetters(wanted, done)),
    moved: deleted
      .filter((step) => inserted.includes(step))
      .map((step) => ({ step, from: wanted.indexOf(step) + 1, to: done.indexOf(step) + 1 })),
    missing: deleted.filter((step) => !inserted.includes(step)),
    added: inserted.filter((step) => !deleted.includes(step)),
  };
}

/** A letter of its own for each step of two orders. */
const FIRST_LETTER = 0x41;
function inLetters(a: readonly RoutineStep[], b: readonly RoutineStep[]): readonly [string, string] {
  const letters = [...new Set([...a, ...b])];
  const word = (steps: readonly RoutineStep[]): string =>
    steps.map((step) => String.fromCharCode(FIRST_LETTER + letters.indexOf(step))).join('');
  return [word(a), word(b)];
}

/** A step that came before one that it should come after. */
export interface OutOfOrder {
  readonly step: RoutineStep;
  readonly before: RoutineStep;
}

/**
 * The first step that came too early: one that should come before it was done after it. Of several such, the one that
 * should come first.
 *
 * @example firstOutOfOrder(['face', 'stance', 'grip'], ['stance', 'face', 'grip']) // { step: 'stance', before: 'face' }
 */
export function firstOutOfOrder(
  wanted: readonly RoutineStep[],
  done: readonly RoutineStep[],
): OutOfOrder | null {
  const known = done.filter((step) => wanted.includes(step));
  for (const [at, step] of known.entries()) {
    const late = known.slice(at + 1).filter((other) => wanted.indexOf(other) < wanted.indexOf(step));
    const [before] = late.toSorted((a, b) => wanted.indexOf(a) - wanted.indexOf(b));
    if (before !== undefined) return { step, before };
  }
  return null;
}
