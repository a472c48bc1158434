import { type EyeOnScreenInput } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { ENOUGH_OF_EACH, screenRecord, teeBesideScreen } from './eye-on-screen.ts';

type Pictures = EyeOnScreenInput['pictures'];

const pictures = (task: Pictures['task'], trials: Pictures['trials']): Pictures => ({
  task,
  line: 'hips',
  handedness: 'right',
  wanted: 12,
  seconds: 60,
  distanceM: 150,
  trials,
});
/** Said so far right of where it was, one after another. */
const pointed = (...byDeg: readonly number[]): Pictures =>
  pictures(
    'point',
    byDeg.map((by, n) => ({ turnDeg: n - 3, answeredDeg: n - 3 + by, help: 'blind' })),
  );
const tee = (biasDeg: number, count = ENOUGH_OF_EACH) => ({
  count,
  biasDeg,
  biasHalfDeg: 0.8,
  uncertaintyDeg: 2,
  uncertaintyIntervalDeg: [1.6, 2.6] as [number, number],
});

describe('an instructor’s eye on pictures', () => {
  it('is told from all trainings together, each answer of an angle alike', () => {
    const record = screenRecord([pointed(1, 3), pointed(2, 2)]);
    // 1, 3, 2, 2: mean 2, spread √(2/3), over √4.
    expect(record).toMatchObject({ count: 4, seenDeg: 2 });
    expect(record?.sdDeg).toBeCloseTo(Math.sqrt(2 / 3) / 2, 9);
  });

  it('turned square to the right it sees lines too far left, and of help it counts nothing', () => {
    const left = pictures('square', [
      { turnDeg: 5, answeredDeg: 9, help: 'blind' },
      { turnDeg: 5, answeredDeg: 0, help: 'mark' },
      { turnDeg: 5, answeredDeg: 2, help: 'blind' },
      { turnDeg: 5, answeredDeg: 3, help: 'blind' },
      { turnDeg: 5, answeredDeg: 4, help: 'blind' },
    ]);
    expect(screenRecord([left])?.count).toBe(3);
    expect(screenRecord([left])?.seenDeg).toBeCloseTo(-3, 9);
  });

  it('left or right says the same as pointing, by what it leaves open', () => {
    const sides = pictures(
      'side',
      Array.from({ length: 20 }, (_, n) => {
        const turnDeg = 3 + (n % 2 === 0 ? 1 : -1) * (0.5 + n / 8);
        return { turnDeg, saidRight: turnDeg > 3, help: 'blind' as const };
      }),
    );
    const alone = screenRecord([sides]);
    expect(alone?.seenDeg).toBeCloseTo(-3, 0);
    const both = screenRecord([sides, pointed(-3, -2.5, -3.5)]);
    expect(both?.count).toBe(23);
    expect(both?.sdDeg).toBeLessThan(alone?.sdDeg ?? 0);
  });

  it('says nothing from a few, and is held against the tee from thirty of each', () => {
    expect(screenRecord([pointed(1, 2)])).toBeNull();
    const many = screenRecord([pointed(...Array.from({ length: ENOUGH_OF_EACH }, (_, n) => 1 + (n % 3)))]);
    expect(teeBesideScreen(many, tee(2, ENOUGH_OF_EACH - 1))).toBeNull();
    expect(teeBesideScreen(screenRecord([pointed(1, 2, 3)]), tee(2))).toBeNull();
    expect(teeBesideScreen(many, tee(2.2))).toMatchObject({ real: false });
    const apart = teeBesideScreen(many, tee(5));
    expect(apart?.deltaDeg).toBeCloseTo(3, 6);
    expect(apart?.real).toBe(true);
  });
});
