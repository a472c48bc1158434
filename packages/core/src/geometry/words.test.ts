import { describe, expect, it } from 'vitest';
import { azimuthFromHanded, gapOf, handedAzimuth } from './azimuth.ts';
import { azimuthWords } from './words.ts';

const right = 0.07;

describe('the words for an azimuth', () => {
  it.each([
    [right, 'right', 'body', 'closed', 'right'],
    [-right, 'right', 'body', 'open', 'left'],
    [right, 'right', 'face', 'open', 'right'],
    [-right, 'right', 'face', 'closed', 'left'],
    [-right, 'left', 'body', 'closed', 'left'],
    [right, 'left', 'body', 'open', 'right'],
    [-right, 'left', 'face', 'open', 'left'],
    [right, 'left', 'face', 'closed', 'right'],
  ] as const)('θ %f of a %s-hander’s %s is %s, %s', (...row) => {
    const [azimuth, hand, kind, word, side] = row;
    expect(azimuthWords(azimuth, hand, kind)).toEqual({ word, side });
  });

  it.each(['right', 'left'] as const)('are square and on for exactly zero, %s-handed', (hand) => {
    for (const zero of [0, -0])
      expect(azimuthWords(zero, hand, 'body')).toEqual({ word: 'square', side: 'on' });
  });

  it('take the smallest turn seriously on both sides of zero', () => {
    expect(azimuthWords(Number.MIN_VALUE, 'right', 'body').word).toBe('closed');
    expect(azimuthWords(-Number.MIN_VALUE, 'right', 'body').word).toBe('open');
  });
});

describe('handed azimuth', () => {
  it('is its own inverse and never minus zero', () => {
    for (const hand of ['right', 'left'] as const) {
      expect(azimuthFromHanded(handedAzimuth(0.3, hand), hand)).toBe(0.3);
      expect(Object.is(handedAzimuth(0, hand), 0)).toBe(true);
    }
  });

  it('has gaps positive on the player’s side', () => {
    expect(gapOf(-0.6, 'right')).toBe(0.6);
    expect(gapOf(0.6, 'left')).toBe(0.6);
    expect(gapOf(0.1, 'right')).toBe(-0.1);
  });
});
