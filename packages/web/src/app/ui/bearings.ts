import { formatDistance } from '@lotrecht/words';

/** A bearing with its side. @example "3.8° left" */
export function bearingText(deg: number): string {
  if (Math.abs(deg) < 0.05) return 'straight ahead';
  return `${Math.abs(deg).toFixed(1)}° ${deg < 0 ? 'left' : 'right'}`;
}

/** Metres (or yards) beside something, with the side unless plain is asked for. @example "10 m left" */
export function metresText(metres: number, unit: 'm' | 'yd', how: 'sided' | 'plain' = 'sided'): string {
  const text = formatDistance(Math.abs(metres), unit);
  if (how === 'plain') return text;
  return Math.abs(metres) < 0.05 ? 'on it' : `${text} ${metres < 0 ? 'left' : 'right'}`;
}
