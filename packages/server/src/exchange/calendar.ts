import ical, { ICalCalendarMethod } from 'ical-generator';

/** A day in a calendar. */
export interface CalendarDay {
  readonly lessonId: string;
  readonly studentId: string;
  readonly studentName: string;
  /** YYYY-MM-DD. */
  readonly day: string;
  /** Held, or agreed for the next time. */
  readonly what: 'held' | 'agreed';
  /** When it was last written, ISO 8601 in UTC. */
  readonly writtenAt: string;
}

/** Days of lessons as iCalendar (RFC 5545): whole days, since nobody agrees an hour here. */
export function calendarOf(name: string, days: readonly CalendarDay[]): string {
  const calendar = ical({ name, prodId: '//lotrecht//lessons//EN', method: ICalCalendarMethod.PUBLISH });
  for (const { lessonId, studentName, day, what, writtenAt } of days) {
    calendar.createEvent({
      id: `${lessonId}-${what}@lotrecht.invalid`,
      start: new Date(`${day}T00:00:00Z`),
      timezone: 'UTC',
      allDay: true,
      stamp: new Date(writtenAt),
      summary: what === 'held' ? `Lesson: ${studentName}` : `Next lesson: ${studentName}`,
    });
  }
  return calendar.toString();
}
