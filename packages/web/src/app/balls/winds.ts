/** A wind as it is said: where it comes from on the clock, twelve at the target, and how strong. */
export interface SaidWind {
  /** 1 to 12. */
  readonly clock: number;
  readonly speedMs: number;
}

/** How strong, as anyone can tell without an instrument. */
export const WINDS = [
  { speedMs: 0, title: 'still' },
  { speedMs: 2, title: 'a breath' },
  { speedMs: 5, title: 'moves leaves' },
  { speedMs: 8, title: 'bends branches' },
] as const;

export const CLOCK = [12, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11] as const;

const HOUR_RAD = Math.PI / 6;

/** The air’s own velocity, m/s. @example windOf({ clock: 9, speedMs: 5 }).windRightMs // 5 */
export function windOf({ clock, speedMs }: SaidWind): { windRightMs: number; windAheadMs: number } {
  const from = clock * HOUR_RAD;
  return { windRightMs: rounded(-Math.sin(from) * speedMs), windAheadMs: rounded(-Math.cos(from) * speedMs) };
}

/** The same back, to the nearest hour. @example saidWind({ windRightMs: 5, windAheadMs: 0 }) // { clock: 9, speedMs: 5 } */
export function saidWind({ windRightMs, windAheadMs }: ReturnType<typeof windOf>): SaidWind {
  const speedMs = Math.hypot(windRightMs, windAheadMs);
  const hour = Math.round(Math.atan2(-windRightMs, -windAheadMs) / HOUR_RAD);
  return { clock: ((hour + 11) % 12) + 1, speedMs: rounded(speedMs) };
}

/** @example windText({ clock: 9, speedMs: 5 }) // 'moves leaves, from nine o’clock' */
export function windText({ clock, speedMs }: SaidWind): string {
  if (speedMs === 0) return 'no wind';
  const title = WINDS.find((wind) => wind.speedMs === speedMs)?.title ?? `${speedMs} m/s`;
  return `${title}, from ${HOURS[clock % 12] ?? ''} o’clock`;
}

const HOURS = [
  'twelve',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
] as const;

/** A tenth is more than anyone can tell; never −0. */
function rounded(ms: number): number {
  return Math.round(ms * 10) / 10 + 0;
}
