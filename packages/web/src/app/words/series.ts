import { isCold } from '@lotrecht/judging';
import { type CheckRecord, type CheckView, type ResultDocument } from '@lotrecht/records';

/** A set-up's place in a series. */
export type SeriesPlace = NonNullable<CheckRecord['series']>;

/** How many set-ups a blind series may have; three is usual. */
export const SERIES_LENGTHS = [1, 3, 5] as const;
export const USUAL_SERIES = 3;

/** What the marks of each set-up are made with, so that nothing of the last one guides the next. */
const MARK_COLOURS = ['red', 'white', 'blue', 'yellow', 'black'] as const;

/** The colour of the marks of a set-up. @param place counted from 1 */
export function markColour(place: number): (typeof MARK_COLOURS)[number] {
  return MARK_COLOURS[(place - 1) % MARK_COLOURS.length] ?? 'red';
}

type InSeries = Pick<CheckView, 'circumstances' | 'record'>;

/** Whether a series was revealed: one of its set-ups says so for all. */
export function isRevealed({ id }: SeriesPlace, checks: readonly Pick<CheckView, 'record'>[]): boolean {
  return checks.some(({ record }) => record?.series?.id === id && record.revealed === true);
}

/** Whether a kept check still waits for the end of its series: nothing of it is told. */
export function waitsForSeries({ circumstances, record }: InSeries, checks: readonly InSeries[]): boolean {
  return record?.series !== undefined && isCold(circumstances) && !isRevealed(record.series, checks);
}

/** What is told of a series: how the student usually stands, not how they stood the last time. */
export function habitOf(result: ResultDocument): ResultDocument {
  return result.posterior === undefined
    ? result
    : { ...result, posterior: { ...result.posterior, asItStood: null } };
}
