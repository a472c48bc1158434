const DAY_MS = 86_400_000;

/** The day so many days before another, YYYY-MM-DD. The demo’s world shares no arithmetic with core. */
export function dayBefore(today: Date, days: number): string {
  return new Date(today.getTime() - days * DAY_MS).toISOString().slice(0, 10);
}
