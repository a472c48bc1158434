import { describe, expect, it } from 'vitest';
import { type ChainLine, chainsOf } from './chains.ts';

const closed = (line: ChainLine['line'], probability = 0.9): ChainLine => ({
  line,
  tooOpenProbability: 0,
  tooClosedProbability: probability,
});
const open = (line: ChainLine['line']): ChainLine => ({
  line,
  tooOpenProbability: 0.95,
  tooClosedProbability: 0,
});
const codes = (...lines: ChainLine[]): string[] => chainsOf(lines).map((c) => c.code);

describe('what a set-up does to the shot', () => {
  it('is not guessed while nothing is probably out', () => {
    expect(codes(closed('shoulders', 0.79), closed('face', 0.5))).toEqual([]);
  });

  it('starts at shoulders that are closed, whatever the feet do', () => {
    expect(codes(closed('shoulders'))).toEqual(['body-closed']);
    expect(codes(closed('toes'), closed('shoulders'))).toEqual(['body-closed']);
  });

  it('tells feet closed with square shoulders from a body that is turned', () => {
    expect(codes(closed('toes'), closed('shoulders', 0.1))).toEqual(['feet-closed-alone']);
    expect(codes(closed('heels'))).toEqual(['body-closed']);
  });

  it('names shoulders opened by the look, and the face last', () => {
    expect(codes(open('shoulders'), open('face'))).toEqual(['shoulders-open', 'face-open']);
    expect(codes(closed('face'))).toEqual(['face-closed']);
  });

  it('says how probable the first link is', () => {
    expect(chainsOf([closed('shoulders', 0.84)])[0]?.probability).toBe(0.84);
  });
});
