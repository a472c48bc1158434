import { daysBetween } from '@lotrecht/core';
import { daysOfPlan, type OneThing, type Weekday, WEEKDAYS } from '@lotrecht/judging';
import { type Drill } from '@lotrecht/paper';
import { type PracticePlanInput } from '@lotrecht/records';
import { ONE_THING_WORDS } from '@lotrecht/words';
import { LINE_TITLES } from '../../words/words.ts';

/** What is practised, drill by drill and day by day. */
export type Plan = PracticePlanInput['plan'];

export const LINES: readonly string[] = Object.keys(LINE_TITLES);
/** For so many it can go on. */
export const WEEKS = [2, 4, 6] as const;
export const DAY_TITLES: Readonly<Record<Weekday, string>> = {
  1: 'Mon',
  2: 'Tue',
  3: 'Wed',
  4: 'Thu',
  5: 'Fri',
  6: 'Sat',
  7: 'Sun',
};
/** When a calendar may remind of it. */
export const REMINDERS = ['07:00', '12:00', '17:30', '19:00'] as const;
/** Drills that are offered first. */
export const OFFERED = 3;
/** How much of a drill. */
export const REPS = [3, 5, 6, 8, 10, 12, 15, 20] as const;
export const MINUTES = [2, 3, 4, 5, 6, 8, 10, 15] as const;

/** A drill as a plan has it, at its usual dose. */
export function planned({ id, dose }: Drill): Plan['drills'][number] {
  return { id, ...dose };
}

/** On which days of the week there are sessions. */
export function weekdaysOf(sessions: Plan['sessions']): readonly Weekday[] {
  return WEEKDAYS.filter((day) => sessions.some(({ on }) => daysOfPlan(on, 1, [day])[0] === on));
}

/** How many weeks they go on for. */
export function weeksOf(startsOn: string, sessions: Plan['sessions']): number {
  const last = sessions.reduce((latest, { on }) => (on > latest ? on : latest), startsOn);
  return Math.max(1, Math.ceil((daysBetween(startsOn, last) + 1) / 7));
}

/** Why a drill stands there. */
export function whyOf({ helps }: Drill, oneThing: OneThing): string {
  const place = helps.indexOf(oneThing);
  const thing = ONE_THING_WORDS[oneThing].toLowerCase();
  if (place === 0) return `Made for this: ${thing}.`;
  if (place < 0) return 'Your choice.';
  const most = helps[0] === undefined ? '' : ONE_THING_WORDS[helps[0]].toLowerCase();
  return `Helps with ${thing} too; most with ${most}.`;
}

/** What is usual, and what stands there already. */
export function withOwn(usual: readonly number[], own: number): readonly number[] {
  return [...new Set([...usual, own])].toSorted((a, b) => a - b);
}
