/** What a field holds: nothing, a number of millimetres, or something that is neither. */
export type ParsedReading =
  | { readonly kind: 'empty' }
  | { readonly kind: 'value'; readonly mm: number }
  | { readonly kind: 'error'; readonly message: string };

const PLAIN = /^[-−]?\d{1,6}(?:[.,]\d{1,3})?$/;
const LOOKS_LIKE_THOUSANDS = /^[-−]?\d{1,3},\d{3}$/;

/**
 * Reads a tape reading as typed. A comma is taken for the decimal point, except where it might mean thousands.
 *
 * @example parseMillimetres('571') // { kind: 'value', mm: 571 }
 */
export function parseMillimetres(typed: string): ParsedReading {
  const text = typed.trim();
  if (text === '') return { kind: 'empty' };
  if (LOOKS_LIKE_THOUSANDS.test(text)) {
    const joined = text.replace(',', '');
    return {
      kind: 'error',
      message: `Read “${text}”. Type ${joined}, or ${text.replace(',', '.')} with a point.`,
    };
  }
  if (!PLAIN.test(text)) {
    return { kind: 'error', message: `Read “${text}”. Type millimetres in digits, for example 571.` };
  }
  const mm = Number(text.replace(',', '.').replace('−', '-'));
  return { kind: 'value', mm: mm === 0 ? 0 : mm };
}
