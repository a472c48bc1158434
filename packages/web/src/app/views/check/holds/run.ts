import { HOLDING_TIMES } from '@lotrecht/core';
import { type Entry } from '../readings/entry.ts';
import { holdingS } from './plan.ts';

/** Where a check stands: what to read, the student holding, the student stepping out, the tape. */
type CheckPhase = 'plan' | 'hold' | 'release' | 'tape';

/** The phase with its hold and clock. Wall-clock times survive a reload. */
export interface Run {
  readonly phase: CheckPhase;
  /** The present or last hold, counted from 1; 0 before the first. */
  readonly hold: number;
  /** When the present hold began, ms since 1970; null outside a hold. */
  readonly startedAtMs: number | null;
  /** Cards of the present hold that were tapped on before their time, as seconds gained. */
  readonly gainedS: number;
  /** Cards that were tapped on. */
  readonly tapped: number;
  /** Whether cards move on by the clock, or only when tapped. */
  readonly pace: 'clock' | 'taps';
  /** Nobody holds the other bob. Default false. */
  readonly alone?: boolean;
}

export const NOT_BEGUN: Run = {
  phase: 'plan',
  hold: 0,
  startedAtMs: null,
  gainedS: 0,
  tapped: 0,
  pace: 'clock',
};

/** What the clock shows. */
export interface HoldClock {
  readonly heldS: number;
  /** The card that is up, or the number of cards when all are through. */
  readonly card: number;
  /** Seconds left for the card that is up. */
  readonly cardLeftS: number;
}

/** The entries of a hold as cards, in the order in which they are read. */
export function cardsOf(entries: readonly Entry[], hold: number): readonly Entry[] {
  return entries.filter((e) => e.hold === hold);
}

/** Which card is up after so many seconds. */
export function clockAt(
  cards: readonly Entry[],
  heldS: number,
  { gainedS, tapped, pace }: Pick<Run, 'gainedS' | 'tapped' | 'pace'>,
  times = HOLDING_TIMES,
): HoldClock {
  if (pace === 'taps') return { heldS, card: Math.min(tapped, cards.length), cardLeftS: 0 };
  let ends = 0;
  for (const [card, entry] of cards.entries()) {
    ends += holdingS(entry, times);
    if (heldS + gainedS < ends) return { heldS, card, cardLeftS: ends - heldS - gainedS };
  }
  return { heldS, card: cards.length, cardLeftS: 0 };
}
