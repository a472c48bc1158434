import { describe, expect, it } from 'vitest';
import { parseLength } from './typed-length.ts';
import { parseShoe } from './typed-shoe.ts';

describe('a shoe', () => {
  it.each([
    ['42', 290],
    ['EU 42', 290],
    ['eu 30', 210],
    ['42,5', 293.3],
    ['UK 8', 289.4],
    ['29', 290],
    ['29.5 cm', 295],
    ['34.5', 345],
    ['35', 243.3],
    ['290 mm', 290],
    ['11 in', 279.4],
  ])('typed as %s is %d mm long', (text, mm) => {
    const read = parseShoe(text);
    expect(read.kind === 'value' ? read.mm : Number.NaN).toBeCloseTo(mm, 1);
  });

  it('that is nothing or no number is told so', () => {
    expect(parseShoe(' ').kind).toBe('empty');
    expect(parseShoe('large')).toMatchObject({ kind: 'slip' });
  });
});

describe('a height', () => {
  it.each([
    ['5 ft 11', 1803.4],
    ["5'11", 1803.4],
    ['5 ft 11 in', 1803.4],
    ['180', 1800],
    ['1.80 m', 1800],
  ])('typed as %s where centimetres are usual is %d mm', (text, mm) => {
    const read = parseLength(text, 'cm');
    expect(read.kind === 'value' ? read.mm : Number.NaN).toBeCloseTo(mm, 1);
  });
});
