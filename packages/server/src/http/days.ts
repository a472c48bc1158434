import { DAY_MS } from '@lotrecht/core';

const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

/** The day it is in UTC, YYYY-MM-DD. */
export function today(): string {
  return dayOf(Date.now());
}

/** The latest day that it is anywhere: a calendar may be a day ahead of ours. */
export function latestToday(): string {
  return dayOf(Date.now() + DAY_MS);
}
