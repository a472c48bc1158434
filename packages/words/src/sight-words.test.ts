import { describe, expect, it } from 'vitest';
import { sightSentences } from './sight-words.ts';

const told = {
  unit: 'm',
  target: 'Barge',
  landmarks: [
    { name: 'Kiln', bearingDeg: -8 },
    { name: 'Chimney', bearingDeg: 5.2 },
  ],
} as const;

describe('a sight picture in words', () => {
  it('says where the mark seems to stand and what the body points at', () => {
    expect(
      sightSentences({ markM: 4.1, markSeemsM: 13, bodyPointsM: 12, bodyPointsDeg: 5, feltM: -2 }, told),
    ).toEqual([
      'The mark 4.1 m ahead seems 13 m right.',
      'The body points 12 m right, at Chimney.',
      'Felt aimed 2 m left.',
    ]);
  });

  it('names the target where something is on it, and no metres that nobody pictures', () => {
    const [mark, body] = sightSentences(
      { markM: 0.06, markSeemsM: -310, bodyPointsM: 0.2, bodyPointsDeg: 0.1, feltM: null },
      told,
    );
    expect(mark).toBe('The mark 0.1 m ahead seems far to the left.');
    expect(body).toBe('The body points at Barge.');
  });

  it('can be read aloud: twenty words at most', () => {
    const all = sightSentences(
      { markM: 4.1, markSeemsM: 13, bodyPointsM: 12, bodyPointsDeg: 5, feltM: -2 },
      { ...told, unit: 'yd' },
    );
    for (const sentence of all) expect(sentence.split(' ').length).toBeLessThanOrEqual(20);
  });
});
