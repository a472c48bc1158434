const WEEKDAY = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  timeZone: 'UTC',
});
const SHORT = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});
const DAY_MONTH = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The day on this device's calendar, YYYY-MM-DD. */
export function localDay(now: Date): string {
  const pad = (n: number): string => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}`;
}

/** A calendar day has no time zone: it is read and written as UTC midnight. */
function dayOf(day: string): Date {
  return new Date(`${day}T00:00:00Z`);
}

/** The same weekday some weeks later. @example weeksLater('2026-11-24', 2) // '2026-12-08' */
export function weeksLater(day: string, weeks: number): string {
  const later = dayOf(day);
  later.setUTCDate(later.getUTCDate() + 7 * weeks);
  return later.toISOString().slice(0, 10);
}

/** @example "Tuesday 24 November" */
export function weekdayText(day: string): string {
  return WEEKDAY.format(dayOf(day));
}

/** @example "24 Nov 2026" */
export function dayText(day: string): string {
  return SHORT.format(dayOf(day));
}

/** @example "24 Nov" */
export function shortDayText(day: string): string {
  return DAY_MONTH.format(dayOf(day));
}

/** A stored moment on this device's clock. @example "10:12" */
export function clockText(iso: string): string {
  return CLOCK.format(new Date(iso));
}
