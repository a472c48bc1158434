import { DAY_MS } from '@lotrecht/core';
import { DocumentRefused } from '@lotrecht/records';

/** A phone that was without a network for weeks sends what it has together: so many of a kind in a day. */
export const MOST_SENT_A_DAY = 120;

/** A phone that lay in a bag for two months has still something to send; a clock that is wrong by years has not. */
const OLDEST_DAYS = 60;

/**
 * A day that a student can have practised on: the phone's calendar may be a day ahead of ours.
 *
 * @param field where the day stands in what was sent
 * @param day YYYY-MM-DD
 * @throws DocumentRefused
 */
export function requireLately(field: string, day: string, now = Date.now()): void {
  const age = (now - Date.parse(day)) / DAY_MS;
  if (age > -2 && age <= OLDEST_DAYS + 1) return;
  throw new DocumentRefused([
    {
      code: 'out-of-range',
      path: `/${field}`,
      message: `The day was read as ${day}. Send it within ${OLDEST_DAYS} days, and set the phone's clock.`,
    },
  ]);
}
