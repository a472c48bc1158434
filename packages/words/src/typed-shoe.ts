import { parseLength, type TypedLength } from './typed-length.ts';

/** How much longer a shoe is than the last that its size is told of, mm: a size 42 is the usual shoe of 290. */
const SOLE_MM = 10;
/** Continental sizes are two thirds of a centimetre each. */
const CONTINENTAL_MM = 20 / 3;
/** British sizes of adults: a third of an inch each, from twenty-five thirds. */
const [BRITISH_MM, BRITISH_FROM] = [25.4 / 3, 25];
/** A bare number below is centimetres: no shoe is as long, and no size of a grown student as small. */
const LEAST_BARE_SIZE = 35;

const SIZE = /^(EU|UK)?\s*(\d{1,2}(?:[.,]5)?)$/i;

/**
 * The length of a shoe, mm, from its size or as it was measured: a bare number from 35 is a continental size, below it is
 * centimetres; other units and British sizes say so.
 *
 * @example parseShoe('42') // { kind: 'value', mm: 290 }
 * @example parseShoe('29') // { kind: 'value', mm: 290 }
 * @example parseShoe('UK 8') // { kind: 'value', mm: 289.4 }
 */
export function parseShoe(text: string): TypedLength {
  const [, system = '', number = ''] = SIZE.exec(text.trim()) ?? [];
  const size = Number(number.replace(',', '.'));
  if (number === '' || (system === '' && size < LEAST_BARE_SIZE)) return parseLength(text, 'cm');
  const lastMm = system.toUpperCase() === 'UK' ? (size + BRITISH_FROM) * BRITISH_MM : size * CONTINENTAL_MM;
  return { kind: 'value', mm: lastMm + SOLE_MM };
}
