import { parseMillimetres } from './parse-millimetres.ts';

describe('a tape reading as typed', () => {
  it('reads digits, a point and a minus', () => {
    expect(parseMillimetres('571')).toEqual({ kind: 'value', mm: 571 });
    expect(parseMillimetres(' 2.5 ')).toEqual({ kind: 'value', mm: 2.5 });
    expect(parseMillimetres('-3')).toEqual({ kind: 'value', mm: -3 });
  });

  it('takes a comma for a point', () => {
    expect(parseMillimetres('571,5')).toEqual({ kind: 'value', mm: 571.5 });
  });

  it('asks when a comma might mean thousands', () => {
    expect(parseMillimetres('1,234')).toEqual({
      kind: 'error',
      message: 'Read “1,234”. Type 1234, or 1.234 with a point.',
    });
  });

  it('leaves an empty field unread, never zero', () => {
    expect(parseMillimetres('  ')).toEqual({ kind: 'empty' });
  });

  it('never yields minus zero', () => {
    const zero = parseMillimetres('-0');
    expect(zero.kind === 'value' && Object.is(zero.mm, 0)).toBe(true);
  });

  it.each(['57a', '5 71', '--3', '1e3', 'NaN', '∞', '12345678'])('names what it read in %s', (text) => {
    const parsed = parseMillimetres(text);
    expect(parsed.kind).toBe('error');
    expect(parsed.kind === 'error' && parsed.message).toContain(text);
  });
});
