import { describe, expect, it } from 'vitest';
import { measure } from '../test/samples.ts';
import { Flow, wrapped } from './flow.ts';
import { moved } from './shape.ts';

describe('a paragraph', () => {
  it('is broken where it fits, and a long word stands alone', () => {
    const how = { widthMm: 14, style: { sizeMm: 2 }, measure };
    expect(wrapped('one two three four', how)).toEqual(['one two three', 'four']);
    expect(wrapped('a incomprehensibilities b', how)).toEqual(['a', 'incomprehensibilities', 'b']);
    expect(wrapped('first\nsecond', how)).toEqual(['first', 'second']);
  });
});

describe('text that flows', () => {
  it('goes down line by line, and everything placed after it stands below', () => {
    const flow = new Flow({ at: [10, 20], widthMm: 14 }, measure);
    flow.text('one two three four', { sizeMm: 2 });
    const first = flow.bottomMm;
    expect(first).toBeCloseTo(20 + 2 * 2 * 1.32, 9);
    flow.gap(3).row(
      [
        { xMm: 0, text: 'a' },
        { xMm: 5, text: 'b' },
      ],
      { sizeMm: 2 },
    );
    expect(flow.shapes.at(-1)).toMatchObject({ text: 'b', at: [15, first + 3 + 2] });
    flow.rule();
    expect(flow.shapes.at(-1)).toMatchObject({ kind: 'path' });
  });
});

describe('shapes', () => {
  it('are moved as a whole', () => {
    expect(
      moved(
        [
          {
            kind: 'path',
            places: [
              [0, 0],
              [1, 2],
            ],
          },
          { kind: 'circle', at: [3, 4], radiusMm: 1 },
        ],
        [10, 20],
      ),
    ).toEqual([
      {
        kind: 'path',
        places: [
          [10, 20],
          [11, 22],
        ],
      },
      { kind: 'circle', at: [13, 24], radiusMm: 1 },
    ]);
  });
});
