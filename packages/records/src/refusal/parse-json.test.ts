import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DocumentRefused } from './document-refused.ts';
import { LONGEST_TEXT, parseJson } from './parse-json.ts';

function refusalOf(text: string): { code: string; path: string; message: string } | undefined {
  try {
    parseJson(text);
  } catch (error) {
    if (error instanceof DocumentRefused) return error.refusals[0];
    throw error;
  }
  return undefined;
}

describe('JSON', () => {
  it('is read as JSON.parse reads it, whatever it holds', () => {
    fc.assert(
      fc.property(fc.json({ maxDepth: 6 }), (text) => {
        expect(parseJson(text)).toEqual(JSON.parse(text));
      }),
      { numRuns: 2000 },
    );
  });

  it.each([
    ['{"a":1,"a":2}', '/a'],
    ['{"a":{"b":[{"c":1},{"c":1,"d":2,"c":3}]}}', '/a/b/1/c'],
    ['{"a b/c":1,"a b/c":2}', '/a b~1c'],
    ['{"\\u0061":1,"a":2}', '/a'],
    ['{"a":"\\"a\\":1","b":"a","a":0}', '/a'],
  ])('with a name twice is refused with its path: %s', (text, path) => {
    expect(refusalOf(text)).toMatchObject({ code: 'duplicate-field', path });
  });

  it.each([
    '{"a":"a"}',
    '[{"a":1},{"a":1}]',
    '{"a":{"a":{"a":1}}}',
    '{"a":":","b":"\\\\"}',
    '{"__proto__":1}',
  ])('with the same word elsewhere is not: %s', (text) => {
    expect(refusalOf(text)).toBeUndefined();
  });

  it.each([
    ['', 'This is empty.'],
    ['{"a":1,}', 'in line 1, column 8'],
    ['{\n"a": nope}', 'in line 2, column'],
    ['{"a":1', 'the text ends too early'],
  ])('that is none says where: %s', (text, where) => {
    expect(refusalOf(text)).toMatchObject({ code: 'not-json', path: '' });
    expect(refusalOf(text)?.message).toContain(where);
  });

  it('too deep or too long is refused without trouble', () => {
    expect(refusalOf(`${'['.repeat(65)}${']'.repeat(65)}`)?.code).toBe('too-deep');
    expect(refusalOf(`${'['.repeat(60)}${']'.repeat(60)}`)).toBeUndefined();
    expect(refusalOf('{"a":'.repeat(50_000))?.code).toBe('not-json');
    expect(refusalOf(`"${'x'.repeat(LONGEST_TEXT)}"`)?.code).toBe('too-long');
  });
});
