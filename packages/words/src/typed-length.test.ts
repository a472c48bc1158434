import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatDistance, formatLength, parseLength } from './typed-length.ts';

describe('a typed length', () => {
  it.each([
    ['571', 'mm', 571],
    [' 57,1 ', 'cm', 571],
    ['23 5/8', 'in', 600.075],
    ['5/8', 'in', 15.875],
    ['23 5/8"', 'mm', 600.075],
    ['1 ft 11 5/8', 'in', 600.075],
    ["6'", 'mm', 1828.8],
    ['-12', 'mm', -12],
    ['150', 'm', 150_000],
    ['165 yd', 'm', 150_876],
    ['0.5', 'm', 500],
  ] as const)('“%s” with %s as its unit is %f mm', (text, unit, mm) => {
    expect(parseLength(text, unit)).toEqual({ kind: 'value', mm });
  });

  it.each([
    ['60x', 'mm', 'millimetres, for example 571'],
    ['23 5/0', 'in', 'inches, for example 23 5/8'],
    ['far', 'yd', 'yards, for example 165'],
    ['1..2', 'm', 'metres, for example 150'],
  ] as const)('“%s” is a slip that says what to type', (text, unit, advice) => {
    expect(parseLength(text, unit)).toEqual({ kind: 'slip', message: `Read “${text}”. Type ${advice}.` });
  });

  it.each([
    ['1,234', 'mm', 'Type 1234, or 1.234 with a point.'],
    ['-1,234 m', 'mm', 'Type -1234, or -1.234 with a point.'],
    ['6 ft 1,250', 'in', 'Type 1250, or 1.250 with a point.'],
  ] as const)('“%s” may be one or a thousand times it: it is asked', (text, unit, advice) => {
    expect(parseLength(text, unit)).toEqual({ kind: 'slip', message: `Read “${text}”. ${advice}` });
  });

  it('of blanks is empty, not zero', () => {
    expect(parseLength('  ', 'mm')).toEqual({ kind: 'empty' });
  });

  it('shown in inches and typed again is the same to a sixteenth', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 48_000 }), (sixteenths) => {
        const mm = (sixteenths * 25.4) / 16;
        const again = parseLength(formatLength(mm, 'in'), 'mm');
        expect(again.kind === 'value' && Math.abs(again.mm - mm) < 1e-6).toBe(true);
      }),
    );
  });

  it.each([
    [0, 'in', '0 in'],
    [-15.875, 'in', '-5/8 in'],
    [600.075, 'in', '23 5/8 in'],
    [571.25, 'mm', '571.3 mm'],
  ] as const)('%f mm reads “%s”', (mm, unit, text) => {
    expect(formatLength(mm, unit)).toBe(text);
  });

  it('distances are whole from twenty on', () => {
    expect([formatDistance(4.1, 'm'), formatDistance(137.2, 'm'), formatDistance(150, 'yd')]).toEqual([
      '4.1 m',
      '137 m',
      '164 yd',
    ]);
  });
});
