/** How many set-ups a blind series may have; three is usual. */
export const SERIES_LENGTHS = [1, 3, 5] as const;
export const USUAL_SERIES = 3;

/** What the marks of each set-up are made with, so that nothing of the last one guides the next. */
const MARK_COLOURS = ['red', 'white', 'blue', 'yellow', 'black'] as const;

/** The colour of the marks of a set-up. @param place counted from 1 */
export function markColour(place: number): (typeof MARK_COLOURS)[number] {
  return MARK_COLOURS[(place - 1) % MARK_COLOURS.length] ?? 'red';
}
