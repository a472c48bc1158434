import { assignHolds, HOLDING_TIMES, type HoldingTimes, LINE_NAMES } from '@lotrecht/core';
import { type LineKey } from '../../../words/words.ts';
import { type Entry } from '../readings/entry.ts';
import { type PlanName } from '../../../lesson/usual-readings.ts';
import { FEET } from '../readings/ways.ts';

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

/** Which of the times a reading takes. */
export function timeOf({ line, by, rod }: Pick<Entry, 'line' | 'by' | 'rod'>): keyof HoldingTimes {
  switch (by) {
    case 'gaps':
      if (FEET.includes(line)) return 'groundMarksS';
      return rod ? 'rodS' : 'bobsS';
    case 'square':
      return 'squareS';
    case 'faceRod':
      return 'faceRodS';
    case 'pointsAt':
      return 'pointsAtS';
    case 'angle':
      return 'gaugeS';
    case 'eye':
      return 'eyeS';
  }
}

/** Seconds of holding still that a reading takes. */
export function holdingS(entry: Pick<Entry, 'line' | 'by' | 'rod'>, times = HOLDING_TIMES): number {
  return times[timeOf(entry)];
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
