import { assignHolds, HOLDING_TIMES, holdingTimeOf, LINE_NAMES } from '@lotrecht/core';
import { type LineKey } from '../../../words/words.ts';
import { type Entry } from '../readings/entry.ts';
import { type PlanName } from '../../../lesson/usual-readings.ts';

/** The method's order, then every line it does not name. */
export function allInOrder(order: readonly LineKey[]): readonly LineKey[] {
  return [...order, ...LINE_NAMES.filter((line) => !order.includes(line))];
}

/** The lines of a plan, in the method's order. */
export function linesOfPlan(
  plan: PlanName,
  {
    order,
    footLine,
    own,
  }: { readonly order: readonly LineKey[]; readonly footLine: LineKey; readonly own: readonly LineKey[] },
): readonly LineKey[] {
  const all = allInOrder(order);
  switch (plan) {
    case 'quick':
      return all.filter((line) => line === 'face' || line === footLine);
    case 'method':
    case 'rule-out':
      return order;
    case 'all':
      return all;
    case 'own':
      return all.filter((line) => own.includes(line));
  }
}

/** Seconds of holding still that a reading takes. */
export function holdingS(entry: Pick<Entry, 'line' | 'by' | 'rod'>, times = HOLDING_TIMES): number {
  return times[holdingTimeOf(entry)];
}

/** The readings spread over holds, and in the order in which the tape is read. */
export function spreadOverHolds(
  entries: readonly Entry[],
  order: readonly LineKey[],
  times = HOLDING_TIMES,
): readonly Entry[] {
  const wanted = entries.map((entry) => ({ line: entry.line, holdingS: holdingS(entry, times) }));
  const holds = assignHolds(wanted, {
    order,
    longestHoldS: times.longestHoldS,
    firstHold: 1,
  });
  const holdOf = new Map(holds.flatMap((h) => h.readings.map((index) => [index, h.hold] as const)));
  return entries.map((entry, index) => ({ ...entry, hold: holdOf.get(index) ?? 1 }));
}

/** A hold as the plan shows it. */
export interface PlannedHold {
  readonly hold: number;
  readonly entries: readonly Entry[];
  readonly seconds: number;
}

/** The holds that the readings are spread over, first one first. */
export function holdsOf(entries: readonly Entry[], times = HOLDING_TIMES): readonly PlannedHold[] {
  const numbers = [...new Set(entries.map((e) => e.hold))].toSorted((a, b) => a - b);
  return numbers.map((hold) => {
    const held = entries.filter((e) => e.hold === hold);
    return { hold, entries: held, seconds: held.reduce((sum, e) => sum + holdingS(e, times), 0) };
  });
}
