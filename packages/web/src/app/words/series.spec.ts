import { markColour } from './series.ts';

describe('the marks of a series', () => {
  it('have another colour for every set-up', () => {
    expect(new Set([1, 2, 3, 4, 5].map(markColour)).size).toBe(5);
  });
});
