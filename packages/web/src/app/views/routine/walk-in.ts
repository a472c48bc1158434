import {
  type Approach,
  deedsOf,
  type RoutineDeed,
  type RoutineEvent,
  type RoutineStep,
} from '@lotrecht/core';
import { type RoutineInput } from '@lotrecht/records';

/** A walk-in while it is recorded. */
export interface WalkIn {
  /** When the first tap came, ms since 1970; null before it. */
  readonly startedAtMs: number | null;
  readonly events: readonly RoutineEvent[];
}

/** A walk-in as it was recorded. */
export function walkInOf({ startedAt, recording }: Pick<RoutineInput, 'startedAt' | 'recording'>): WalkIn {
  return { startedAtMs: Date.parse(startedAt), events: recording.events as WalkIn['events'] };
}

export const NOT_BEGUN: WalkIn = { startedAtMs: null, events: [] };

/** What a tap says besides its deed. */
export interface TapWords {
  readonly lifted?: boolean;
  readonly approach?: Approach;
}

/** One tap more. */
export function tapped(
  { startedAtMs, events }: WalkIn,
  deed: RoutineDeed,
  { nowMs, ...words }: TapWords & { readonly nowMs: number },
): WalkIn {
  const began = startedAtMs ?? nowMs;
  const atS = Math.max(0, Math.round((nowMs - began) / 100) / 10);
  return { startedAtMs: began, events: [...events, { id: crypto.randomUUID(), deed, atS, ...words }] };
}

/** A wrong tap struck out, or put back. */
export function struckOut(walkIn: WalkIn, id: string): WalkIn {
  return {
    ...walkIn,
    events: walkIn.events.map(({ struck, ...event }) =>
      event.id !== id
        ? { ...event, ...(struck === true && { struck }) }
        : { ...event, ...(struck !== true && { struck: true }) },
    ),
  };
}

const ENDS: readonly RoutineDeed[] = ['go', 'stepOut', 'hold'];

/** What ended it; null while it goes on. */
export function endedBy({ events }: Pick<WalkIn, 'events'>): RoutineDeed | null {
  return deedsOf(events).findLast(({ deed }) => ENDS.includes(deed))?.deed ?? null;
}

/** The keys of a recorder. */
export interface StepKeys {
  /** What the method has next; null where all was done. */
  readonly next: RoutineStep | null;
  /**
   * The method’s steps in its order, with whether they were done. The next one is among them: a key that came and went
   * would move the others under the thumb.
   */
  readonly all: readonly { readonly step: RoutineStep; readonly done: boolean }[];
}

/** Keys of their own, whatever the method says. */
const ALWAYS: readonly RoutineDeed[] = ['look', 'go'];

/** Which step is expected next, and all that the method has: behind the last that was done comes the one after it. */
export function keysOf(steps: readonly RoutineStep[], { events }: WalkIn): StepKeys {
  const done = deedsOf(events).map(({ deed }) => deed);
  const last = Math.max(-1, ...steps.flatMap((step, at) => (done.includes(step) ? [at] : [])));
  const undone = steps.filter((step) => !done.includes(step));
  const next = undone.find((step) => steps.indexOf(step) > last) ?? undone[0] ?? null;
  return {
    next,
    all: steps.filter((step) => !ALWAYS.includes(step)).map((step) => ({ step, done: done.includes(step) })),
  };
}

/**
 * Where a student can come from, as it lies on the screen row by row: seen from above, the target up, the ball in the
 * middle. A right-hander stands on the left of the ball, so their own side is there.
 */
export function quadrantsOf(handedness: 'right' | 'left'): readonly Approach[] {
  const rows: readonly (readonly [Approach, Approach])[] = [
    ['own-ahead', 'far-ahead'],
    ['own-behind', 'far-behind'],
  ];
  return rows.flatMap(([own, far]) => (handedness === 'left' ? [far, own] : [own, far]));
}
