import { conformity, type Tolerance } from '../uncertainty/conformity.ts';
import { type Level, type Track } from './series.ts';

/**
 * The level on a day after the last lesson: it stays where it is and its variance grows by q a day.
 *
 * @param day whole UTC days since 1970-01-01; at or after the last lesson
 * @returns null for a track without lessons
 * @example forecastLevel({ q: 1, lessons: [{ day: 0, filtered: { levelRad: 2, standardDeviationRad: 1 } }] }, 3, [0, 4]).standardDeviationRad // 2
 */
export function forecastLevel(
  {
    q,
    lessons,
  }: Pick<Track, 'q'> & {
    readonly lessons: readonly { day: number; filtered: Pick<Level, 'levelRad' | 'standardDeviationRad'> }[];
  },
  day: number,
  tolerance: Tolerance,
): Level | null {
  const last = lessons.at(-1);
  if (last === undefined) return null;
  const { levelRad, standardDeviationRad } = last.filtered;
  const grown = Math.sqrt(standardDeviationRad ** 2 + q * Math.max(0, day - last.day));
  return {
    levelRad,
    standardDeviationRad: grown,
    probabilityInTolerance: conformity(levelRad, grown, tolerance).conformanceProbability,
  };
}
