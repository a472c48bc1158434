import { describe, expect, it } from 'vitest';
import { learnedTimes } from './learned-times.ts';
import { HOLDING_TIMES, LONE_HOLDING_TIMES } from '../observation/at-hand.ts';

describe('times learned from the clock', () => {
  it('are the shipped ones until a way was clocked five times', () => {
    expect(learnedTimes(HOLDING_TIMES, {})).toEqual(HOLDING_TIMES);
    expect(learnedTimes(HOLDING_TIMES, { bobsS: [9, 9, 9, 9] }).bobsS).toBe(6);
  });

  it('are the median, whatever one hold took, and leave the other ways alone', () => {
    const learned = learnedTimes(LONE_HOLDING_TIMES, {
      bobsS: [7, 60, 8, 7.4, 9],
      tapeS: [10, 11, 9, 8, 30, 9],
    });
    expect(learned).toEqual({ ...LONE_HOLDING_TIMES, bobsS: 8, tapeS: 9.5 });
  });

  it('are told to half a second and never none', () => {
    expect(learnedTimes(HOLDING_TIMES, { eyeS: [0.1, 0.1, 0.1, 0.1, 0.1] }).eyeS).toBe(0.5);
    expect(learnedTimes(HOLDING_TIMES, { rodS: [4.2, 4.2, 4.3, 4.3, 9] }).rodS).toBe(4.5);
  });
});
