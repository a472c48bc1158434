import { type CheckRecord, type CheckView } from '@lotrecht/records';
import { isCold } from './cold.ts';

/** A set-up's place in a series of blind ones. */
export type SeriesPlace = NonNullable<CheckRecord['series']>;

type InSeries = Pick<CheckView, 'circumstances' | 'record'>;

/**
 * The series that a set-up belongs to. One that was helped after all belongs to none.
 *
 * @example seriesOf({ circumstances: null, record: null }) // undefined
 */
export function seriesOf({ circumstances, record }: InSeries): SeriesPlace | undefined {
  return isCold(circumstances) ? record?.series : undefined;
}

/**
 * Whether a series was revealed: one of its set-ups says so for all.
 *
 * @param checks of the lesson
 * @example isRevealed({ id: 'a', place: 1, of: 3 }, []) // false
 */
export function isRevealed({ id }: SeriesPlace, checks: readonly Pick<CheckView, 'record'>[]): boolean {
  return checks.some(({ record }) => record?.series?.id === id && record.revealed === true);
}

/**
 * The kept checks of a lesson that may be told: a set-up of a series waits until the series is revealed.
 *
 * @example toldChecks([]) // []
 */
export function toldChecks<T extends InSeries>(checks: readonly T[]): readonly T[] {
  return checks.filter((check) => {
    const series = seriesOf(check);
    return series === undefined || isRevealed(series, checks);
  });
}
