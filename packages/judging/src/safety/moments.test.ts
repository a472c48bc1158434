import { describe, expect, it } from 'vitest';
import { cautionsOf, type Moment, momentsOfHold, type PlannedReading } from './moments.ts';

const reading = (change: Partial<PlannedReading> = {}): PlannedReading => ({
  line: 'toes',
  by: 'gaps',
  rod: false,
  look: false,
  ...change,
});

describe('what a hold can hurt by', () => {
  it.each<[string, readonly PlannedReading[], readonly Moment[]]>([
    ['marks on the ground', [reading(), reading({ line: 'face', by: 'square' })], []],
    ['a rod at the feet', [reading({ rod: true })], ['touch']],
    ['a bob from the body', [reading({ line: 'hips' })], ['touch']],
    ['a rod across the body', [reading({ line: 'shoulders', by: 'angle', rod: true })], ['touch']],
    ['a look from behind', [reading({ line: 'shoulders', by: 'eye' })], []],
    ['a rod off the face', [reading({ line: 'face', by: 'faceRod' })], []],
    ['the look at the target', [reading({ line: 'eyes', look: true })], ['touch', 'look']],
  ])('%s', (_what, readings, moments) => {
    expect(momentsOfHold(readings)).toEqual(moments);
  });
});

describe('a caution', () => {
  const moments: readonly Moment[] = [
    'touch',
    'tape',
    'look',
    'balls',
    'gate',
    'rods',
    'walk-in',
    'drills',
    'plan',
    'own-drill',
    'clinic',
  ];

  it('is there for every moment, its own, and short enough to be said', () => {
    const said = cautionsOf(moments, new Set());
    expect(new Set(said).size).toBe(moments.length);
    for (const caution of said)
      for (const sentence of caution.split(/(?<=[.])\s/))
        expect(sentence.split(' ').length).toBeLessThanOrEqual(20);
  });

  it('is said once', () => {
    expect(cautionsOf(['touch', 'look'], new Set(['touch']))).toEqual(cautionsOf(['look'], new Set()));
    expect(cautionsOf(['touch'], new Set(['touch']))).toEqual([]);
  });
});
