import { describe, expect, it } from 'vitest';
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
