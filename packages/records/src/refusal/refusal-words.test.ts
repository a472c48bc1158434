import { describe, expect, it } from 'vitest';
import { refusalOf } from './refusal-words.ts';

const told = (keyword: string, params: Readonly<Record<string, unknown>>, at: unknown) =>
  refusalOf({ keyword, params, instancePath: '/a/b~1c', message: 'must be so' }, { a: { 'b/c': at } });

describe('a refusal of a schema', () => {
  it.each([
    ['minimum', { comparison: '>=', limit: 800 }, 12, 'Read 12. Type a number from 800 up.'],
    ['exclusiveMinimum', { limit: 0 }, 0, 'Read 0. Type a number above 0.'],
    ['maximum', { limit: 2300 }, 9000, 'Read 9000. Type a number up to 2300.'],
    ['maxLength', { limit: 3 }, 'four', 'Read “four”. Type at most 3 characters.'],
    ['minLength', { limit: 1 }, '', 'Fill this in.'],
    ['minItems', { limit: 1 }, [], 'Give at least 1.'],
    ['maxItems', { limit: 2 }, [1, 2, 3], 'Give at most 2.'],
    [
      'format',
      { format: 'date' },
      '26/11/2026',
      'Read “26/11/2026”. Type a day as year-month-day, e.g. 2026-11-26.',
    ],
    ['format', { format: 'email' }, 'me', 'Read “me”. Type an e-mail address, e.g. name@club.example.'],
    [
      'pattern',
      { pattern: '^[a-z][a-z0-9-]{1,59}$' },
      'Ö',
      'Read “Ö”. Use small letters, digits and hyphens, e.g. own-method.',
    ],
    ['pattern', { pattern: '^x$' }, 'y', 'Read “y”. Use text of the form ^x$.'],
    ['type', { type: ['integer', 'null'] }, 'tall', 'Read “tall”. Use a whole number or null.'],
    ['oneOf', { passingSchemas: null }, {}, 'This fits nothing that can stand here.'],
  ])('by %s %j says what was read and what to type', (keyword, params, at, message) => {
    expect(told(keyword, params, at)).toMatchObject({ path: '/a/b~1c', message });
  });

  it('says no secret back', () => {
    const error = { keyword: 'minLength', params: { limit: 12 }, instancePath: '/password' };
    expect(refusalOf(error, { password: 'short' }).message).toBe('Type at least 12 characters.');
  });

  it('does not say back what is long, and does not stumble over what is not there', () => {
    expect(told('maxLength', { limit: 3 }, 'x'.repeat(5000)).message).toBe('Type at most 3 characters.');
    expect(refusalOf({ keyword: 'type', params: { type: 'object' }, instancePath: '/x/y' }, 7).message).toBe(
      'Use an object with named parts.',
    );
  });
});
