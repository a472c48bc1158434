import { describe, expect, it } from 'vitest';
import { eyeFigures, eyeSentences, screenSentence, teeSentence } from './eye-words.ts';

const told = { unit: 'm', carryM: 150 } as const;
const found = (meanDeg: number, half: number, thresholdDeg: number | null = null) => ({
  bias: { meanDeg, lowDeg: meanDeg - half, highDeg: meanDeg + half },
  thresholdDeg,
});

describe('an eye in words', () => {
  it('says what looks square in places, and how finely it tells', () => {
    expect(eyeSentences(found(4, 1, 1.5), null, told)).toEqual([
      'A set-up that points 10 m right looks square.',
      '3.9 m more is told rightly five times of six.',
    ]);
  });

  it('says that square looks square where nothing else is shown', () => {
    expect(eyeSentences(found(0.5, 1), null, told)[0]).toBe(
      'A square set-up looks square, as far as this shows.',
    );
  });

  it('says what changed since the last time, and what is noise', () => {
    expect(eyeSentences(found(1, 2), { deltaDeg: -3, real: true }, told).at(-1)).toBe(
      'What looks square has moved 7.9 m left since the last time.',
    );
    expect(eyeSentences(found(1, 2), { deltaDeg: -1, real: false }, told).at(-1)).toBe(
      'As the last time, as far as this shows.',
    );
  });

  it('can be read aloud, and has the figures for who asks', () => {
    for (const sentence of eyeSentences(found(-4, 1, 1.5), { deltaDeg: -3, real: true }, told))
      expect(sentence.split(' ').length).toBeLessThanOrEqual(20);
    expect(eyeFigures(found(-4, 1, 1.5), 20)).toBe(
      'Bias 4.0° left (5.0° left to 3.0° left), threshold 1.5°, 20 pictures.',
    );
  });
});

describe('an instructor’s eye in words', () => {
  const seen = (seenDeg: number) => ({ count: 40, seenDeg, sdDeg: 0.5 });

  it('says where lines are seen on pictures, and nothing that chance alone does', () => {
    expect(screenSentence(seen(-2), told)).toBe('On pictures it sees lines 5.2 m left of where they are.');
    expect(screenSentence(seen(0.9), told)).toContain('where they are, as far');
  });

  it('says what the tee has to do with it once there are enough of each', () => {
    const counts = { tee: 4, screen: 12, enough: 30 };
    expect(teeSentence(null, counts, told)).toContain('30 pictures: so far 12');
    expect(teeSentence(null, { ...counts, screen: 30 }, told)).toContain('30 guesses there: so far 4');
    expect(teeSentence({ deltaDeg: 0.4, real: false }, counts, told)).toContain('as on pictures');
    expect(teeSentence({ deltaDeg: -2, real: true }, counts, told)).toBe(
      'On the tee it sees them 5.2 m farther left than on pictures.',
    );
  });
});
