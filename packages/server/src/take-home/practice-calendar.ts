import { blocksOf } from '@lotrecht/judging';
import { type Kept, type PracticePlanInput } from '@lotrecht/records';
import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';

/** What a calendar may say. */
export interface CalendarSaid {
  /** Day of the next lesson, YYYY-MM-DD; null: none is agreed. */
  readonly nextOn: string | null;
  /** A minor’s says only that there is practice. */
  readonly minor: boolean;
}

const MINUTES = { looks: 2, performance: 6, eye: 2, check: 1 } as const;

/** Days of a plan as iCalendar (RFC 5545), without a name or what was found. */
export function practiceCalendar(
  stored: Kept<PracticePlanInput> | undefined,
  { nextOn, minor }: CalendarSaid,
): string {
  const calendar = ical({
    name: 'Practice',
    prodId: '//lotrecht//practice//EN',
    method: ICalCalendarMethod.PUBLISH,
  });
  const whole = (day: string) => ({ start: new Date(`${day}T00:00:00Z`), timezone: 'UTC', allDay: true });
  const { plan } = stored ?? {};
  const where = plan?.place === 'range' ? 'on the range' : 'at home';
  const minutes = plan === undefined ? 0 : minutesOf(plan);
  for (const { id, on } of plan?.sessions ?? []) {
    const event = calendar.createEvent({
      ...whole(on),
      id: `${id}@lotrecht.invalid`,
      stamp: new Date(`${on}T00:00:00Z`),
      summary: minor ? 'Practice' : `Practice ${where}, ${minutes} minutes`,
    });
    if (plan?.remindAt !== undefined)
      event.createAlarm({ type: ICalAlarmType.display, triggerAfter: secondsOf(plan.remindAt) });
  }
  if (nextOn !== null)
    calendar.createEvent({
      ...whole(nextOn),
      id: `next-${nextOn}@lotrecht.invalid`,
      stamp: new Date(`${nextOn}T00:00:00Z`),
      summary: minor ? 'Practice' : 'Next lesson',
    });
  return calendar.toString();
}

/** @example secondsOf('17:30') // 63000 */
function secondsOf(clock: string): number {
  const [hours = 0, minutes = 0] = clock.split(':').map(Number);
  return 3600 * hours + 60 * minutes;
}

function minutesOf(plan: PracticePlanInput['plan']): number {
  return blocksOf(plan, 'rods').reduce(
    (sum, block) => sum + (block.block === 'drill' ? block.minutes : MINUTES[block.block]),
    0,
  );
}
