import { type Circumstances } from '@lotrecht/records';

/**
 * Whether a set-up was read cold: a blind baseline, the level that counts. The server asks the same of its rows in SQL.
 *
 * @example isCold({ phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' }) // true
 * @example isCold(null) // false
 */
export function isCold(circumstances: Pick<Circumstances, 'phase' | 'help'> | null | undefined): boolean {
  return circumstances?.phase === 'baseline' && circumstances.help === 'blind';
}
