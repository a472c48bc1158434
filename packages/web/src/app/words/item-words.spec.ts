import { describe, expect, it } from 'vitest';
import { faceSetBySentence, feetSentence, itemSentences } from './item-words.ts';

describe('what else was looked at', () => {
  it('says what the face is set by only where it is not the leading edge, with the difference', () => {
    expect(faceSetBySentence(undefined)).toBeNull();
    expect(faceSetBySentence({ reference: 'leading-edge' })).toBeNull();
    expect(faceSetBySentence({ reference: 'top-line' })).toBe(
      'The face is set by the top line, not by the leading edge.',
    );
    expect(faceSetBySentence({ reference: 'crown-mark', differsDeg: 1.5 })).toBe(
      'The face is set by a mark on the crown, which points 1.5° open of the leading edge.',
    );
    expect(faceSetBySentence({ reference: 'ball-line', differsDeg: -2 })).toContain('2.0° closed');
  });

  it('says either foot by itself', () => {
    expect(feetSentence(null)).toBeNull();
    expect(feetSentence({ shoeLengthMm: 290, leadFlareDeg: 20, trailFlareDeg: 2 })).toBe(
      'Lead foot 20° outward, trail foot square to the line.',
    );
  });

  it('says nothing of what was not marked', () => {
    expect(itemSentences({ posture: 'fits' })).toEqual([]);
    expect(itemSentences({ balance: 'fix' })[0]).toMatch(/^To fix as well: balance/);
  });
});
