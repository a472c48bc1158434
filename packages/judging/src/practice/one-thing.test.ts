import { describe, expect, it } from 'vitest';
import { oneThingsOf } from './one-thing.ts';

const result = { targetPicture: false, fixFirst: 'toes' } as const;

describe('the one thing to practise', () => {
  it('is the order before the instructor’s line, and that before what the readings say', () => {
    const record = { priority: 'hips', routineFirst: { step: 'Feet', before: 'Face' } } as const;
    expect(oneThingsOf({ result, record })).toEqual(['order', 'hips', 'toes']);
    expect(oneThingsOf({ result, record: { priority: 'toes' } })).toEqual(['toes']);
  });

  it('is the picture where the target is aimed elsewhere: no line comes first then', () => {
    expect(oneThingsOf({ result: { ...result, targetPicture: true }, record: null })).toEqual(['picture']);
  });

  it('is what was seen of the look and of the balls, and what is to be mended of the rest', () => {
    const record = {
      items: { 'grip-type': 'fix', 'grip-pressure': 'fix', tilt: 'watch', posture: 'fix' },
    } as const;
    expect(oneThingsOf({ result, record, looksAway: true, startsAside: true })).toEqual([
      'toes',
      'look',
      'start-line',
      'grip',
      'posture',
    ]);
  });

  it('is nothing where nothing is off', () => {
    expect(oneThingsOf({ result: { targetPicture: false, fixFirst: null }, record: null })).toEqual([]);
  });
});
