/** A length as a person types it: its millimetres, or why it cannot be read. */
export type TypedLength =
  | { readonly kind: 'empty' }
  | { readonly kind: 'value'; readonly mm: number }
  | { readonly kind: 'slip'; readonly message: string };

/** The units that lengths are typed and shown in. */
export type LengthUnit = 'mm' | 'cm' | 'in';
/** The units that distances are typed and shown in. */
export type DistanceUnit = 'm' | 'yd';

const MM_OF = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  ft: 304.8,
  yd: 914.4,
} as const;

type Unit = keyof typeof MM_OF;

const SPELLED: Readonly<Record<string, Unit>> = {
  mm: 'mm',
  cm: 'cm',
  m: 'm',
  in: 'in',
  '"': 'in',
  '″': 'in',
  ft: 'ft',
  "'": 'ft',
  '′': 'ft',
  yd: 'yd',
  yds: 'yd',
};

const MAYBE_THOUSANDS = /(?<![\d.,])-?\d{1,3},\d{3}(?![\d.,])/;

/**
 * What to ask about a number whose comma may be a decimal point or part thousands; null where it can only be one.
 *
 * @example askAboutComma('1,234') // 'Read “1,234”. Type 1234, or 1.234 with a point.'
 * @example askAboutComma('57,1') // null
 */
export function askAboutComma(text: string): string | null {
  const [found] = MAYBE_THOUSANDS.exec(text) ?? [];
  if (found === undefined) return null;
  return `Read “${text.trim()}”. Type ${found.replace(',', '')}, or ${found.replace(',', '.')} with a point.`;
}

/** One number with an optional fraction and an optional unit: `571`, `57,1 cm`, `23 5/8`, `5/8 in`, `6 ft`. */
const PART = /\s*(-?\d+(?:[.,]\d+)?)(?:(?:\s+(\d+))?\/(\d+))?\s*(mm|cm|m|in|"|″|ft|'|′|yds?)?/y;

/**
 * A typed length in millimetres. A comma is a decimal point, except where it may part thousands: that is asked. Any
 * unit may be typed behind a number, feet and inches one after the other; without
 * one the given unit is meant.
 *
 * @example parseLength('23 5/8', 'in') // { kind: 'value', mm: 600.075 }
 * @example parseLength('4 ft 2', 'in') // { kind: 'value', mm: 1270 }
 */
export function parseLength(text: string, unit: LengthUnit | DistanceUnit): TypedLength {
  if (text.trim() === '') return { kind: 'empty' };
  const asked = askAboutComma(text);
  if (asked !== null) return { kind: 'slip', message: asked };
  const slip: TypedLength = {
    kind: 'slip',
    message: `Read “${text.trim()}”. Type ${EXAMPLE[unit]}.`,
  };
  let mm = 0;
  let at = 0;
  let before: Unit | null = null;
  while (text.slice(at).trim() !== '') {
    PART.lastIndex = at;
    const part = PART.exec(text);
    if (part === null || part[0].trim() === '') return slip;
    const value = valueOf(part);
    if (value === null) return slip;
    // What stands behind feet is inches, whatever else is typed.
    const own: Unit = SPELLED[part[4] ?? ''] ?? (before === 'ft' ? 'in' : unit);
    mm += value * MM_OF[own];
    before = own;
    at = PART.lastIndex;
  }
  // Tenths of a micrometre are beyond every tape: what is left of the conversion is rounding.
  return { kind: 'value', mm: Number(mm.toFixed(6)) };
}

/** `23 5/8` → 23.625, `5/8` → 0.625, `57,1` → 57.1; null for a fraction of nothing. */
function valueOf([, whole = '', numerator, denominator]: RegExpExecArray): number | null {
  const number = Number(whole.replace(',', '.'));
  if (denominator === undefined) return number;
  if (Number(denominator) === 0) return null;
  // With a denominator and no separate numerator, the first number is the numerator.
  if (numerator === undefined) return number / Number(denominator);
  return number + Number(numerator) / Number(denominator);
}

const EXAMPLE: Readonly<Record<LengthUnit | DistanceUnit, string>> = {
  mm: 'millimetres, for example 571',
  cm: 'centimetres, for example 57.1',
  in: 'inches, for example 23 5/8',
  m: 'metres, for example 150',
  yd: 'yards, for example 165',
};

/**
 * A typed distance in metres, from metres, yards, feet or a number in the given unit.
 *
 * @example parseDistance('165 yd', 'm') // { kind: 'value', mm: 150876 }
 */
export function parseDistance(text: string, unit: DistanceUnit): TypedLength {
  return parseLength(text, unit);
}

/**
 * A length in the unit of who reads it, inches to the nearest sixteenth.
 *
 * @example formatLength(600.075, 'in') // '23 5/8 in'
 * @example formatLength(571, 'cm') // '57.1 cm'
 */
export function formatLength(mm: number, unit: LengthUnit): string {
  if (unit === 'mm') return `${Number(mm.toFixed(1))} mm`;
  if (unit === 'cm') return `${Number((mm / 10).toFixed(2))} cm`;
  const sixteenths = Math.round((Math.abs(mm) / MM_OF.in) * 16);
  const sign = mm < 0 && sixteenths > 0 ? '-' : '';
  const whole = Math.floor(sixteenths / 16);
  const rest = sixteenths % 16;
  if (rest === 0) return `${sign}${whole} in`;
  const common = rest % 8 === 0 ? 8 : rest % 4 === 0 ? 4 : rest % 2 === 0 ? 2 : 1;
  const fraction = `${rest / common}/${16 / common}`;
  return `${sign}${whole === 0 ? fraction : `${whole} ${fraction}`} in`;
}

/**
 * A distance in the unit of who reads it.
 *
 * @example formatDistance(150, 'yd') // '164 yd'
 * @example formatDistance(2.5, 'm') // '2.5 m'
 */
export function formatDistance(metres: number, unit: DistanceUnit): string {
  const value = unit === 'yd' ? (metres * 1000) / MM_OF.yd : metres;
  return `${Number(value.toFixed(Math.abs(value) < 20 ? 1 : 0))} ${unit}`;
}
