/** A day, milliseconds. */
export const DAY_MS = 86_400_000;

/**
 * Days from 1 January 1970 to a day of the calendar.
 *
 * @param day YYYY-MM-DD
 * @returns a whole number; NaN for a text of another form
 * @example dayNumber('1970-01-03') // 2
 */
export function dayNumber(day: string): number {
  return Date.parse(`${day}T00:00:00Z`) / DAY_MS;
}

/**
 * The day of the calendar that many days after 1 January 1970.
 *
 * @param number whole, or within the day
 * @throws RangeError beyond what a date can be
 * @example dayOfNumber(2) // '1970-01-03'
 */
export function dayOfNumber(number: number): string {
  return new Date(number * DAY_MS).toISOString().slice(0, 10);
}

/** The day so many days after another; before it where they are negative. @example dayAfter('2026-02-27', 2) // '2026-03-01' */
export function dayAfter(day: string, days: number): string {
  return dayOfNumber(dayNumber(day) + days);
}

/** Days from one day to another; negative where it is earlier. @example daysBetween('2026-02-27', '2026-03-01') // 2 */
export function daysBetween(from: string, to: string): number {
  return dayNumber(to) - dayNumber(from);
}
