import { parseReading } from './parse-reading.ts';

describe('a reading as typed', () => {
  it('reads digits, a point and a minus', () => {
    expect(parseReading('571', 'mm')).toEqual({ kind: 'value', value: 571 });
    expect(parseReading(' 2.5 ', 'mm')).toEqual({ kind: 'value', value: 2.5 });
    expect(parseReading('−3', 'mm')).toEqual({ kind: 'value', value: -3 });
    expect(parseReading('-3.5', '°')).toEqual({ kind: 'value', value: -3.5 });
  });

  it.each([
    ['57.1', 'cm', 571],
    ['23 5/8', 'in', 600.075],
    ['-23 5/8', 'in', -600.075],
    ['5/8', 'in', 15.875],
    ['22.5', 'in', 571.5],
    ['6', 'm', 6],
  ] as const)('reads %s %s in the unit that is shown', (text, unit, value) => {
    expect(parseReading(text, unit)).toEqual({ kind: 'value', value });
  });

  it('takes a comma for a point', () => {
    expect(parseReading('571,5', 'mm')).toEqual({ kind: 'value', value: 571.5 });
  });

  it('asks when a comma might mean thousands', () => {
    expect(parseReading('1,234', 'mm')).toEqual({
      kind: 'error',
      message: 'Read “1,234”. Type 1234, or 1.234 with a point.',
    });
  });

  it('leaves an empty field unread, never zero', () => {
    expect(parseReading('  ', 'mm')).toEqual({ kind: 'empty' });
  });

  it('never yields minus zero', () => {
    const zero = parseReading('-0', 'mm');
    expect(zero.kind === 'value' && Object.is(zero.value, 0)).toBe(true);
  });

  it.each(['57a', '5 71', '--3', '1e3', 'NaN', '∞', '12345678', '5/8'])(
    'names what it read in %s',
    (text) => {
      const parsed = parseReading(text, 'mm');
      expect(parsed.kind).toBe('error');
      expect(parsed.kind === 'error' && parsed.message).toContain(text);
    },
  );

  it('asks for a fraction that can be one', () => {
    expect(parseReading('23 5/0', 'in')).toMatchObject({ kind: 'error' });
  });
});
