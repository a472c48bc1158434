import { askAboutComma, parseLength } from '@lotrecht/words';

/** What a field is typed in: a length, metres at the target, or degrees. */
export type ReadingUnit = 'mm' | 'cm' | 'in' | 'm' | '°';

/** What a field holds: nothing, a number in the document's unit (mm, m, °), or something that is neither. */
export type ParsedReading =
  | { readonly kind: 'empty' }
  | { readonly kind: 'value'; readonly value: number }
  | { readonly kind: 'error'; readonly message: string };

const PLAIN = /^-?\d{1,6}(?:[.,]\d{1,3})?$/;
const WITH_FRACTION = /^-?(?:\d{1,4} )?\d{1,2}\/\d{1,2}$/;

const ASK: Readonly<Record<ReadingUnit, string>> = {
  mm: 'millimetres in digits, for example 571',
  cm: 'centimetres in digits, for example 57.1',
  in: 'inches, for example 23 5/8',
  m: 'metres in digits, for example 6',
  '°': 'degrees in digits, for example 3.5',
};

/**
 * Reads a field as typed. A comma is taken for the decimal point, except where it might mean thousands.
 *
 * @example parseReading('57.1', 'cm') // { kind: 'value', value: 571 }
 */
export function parseReading(typed: string, unit: ReadingUnit): ParsedReading {
  const text = typed.trim().replace('−', '-');
  if (text === '') return { kind: 'empty' };
  const asked = askAboutComma(text);
  if (asked !== null) return { kind: 'error', message: asked };
  const slip: ParsedReading = { kind: 'error', message: `Read “${typed.trim()}”. Type ${ASK[unit]}.` };
  if (unit === 'm' || unit === '°') {
    return PLAIN.test(text) ? valueOf(Number(text.replace(',', '.'))) : slip;
  }
  if (!PLAIN.test(text) && !(unit === 'in' && WITH_FRACTION.test(text))) return slip;
  // The sign goes for the whole of an inch and its fraction.
  const sign = text.startsWith('-') ? -1 : 1;
  const length = parseLength(text.replace('-', ''), unit);
  return length.kind === 'value' ? valueOf(sign * length.mm) : slip;
}

function valueOf(value: number): ParsedReading {
  return { kind: 'value', value: value === 0 ? 0 : value };
}
