import { type TrainingGround } from '@lotrecht/records';
import {
  begun,
  practiceOf,
  stepped,
  stepsOf,
  stopped,
  type Training,
  type TrainingWish,
} from './training.ts';

const ground: TrainingGround = {
  method: 'Ours',
  steps: [
    { step: 'sight', title: 'Sight from behind', cue: 'Sight.' },
    { step: 'face', title: 'Face', cue: 'Face.' },
    { step: 'look', title: 'Look', cue: 'Look.' },
    { step: 'go', title: 'Go', cue: 'Go.' },
  ],
  targets: ['Kiln', 'Raft', 'Barge'],
};
const wish: TrainingWish = { exercise: 'routine', wanted: 5, spoken: false, beatS: null };
const START = Date.UTC(2026, 10, 20, 9);

/** Drawn from a list again and again. */
function diceOf(...drawn: readonly number[]): () => number {
  let at = 0;
  return () => drawn[at++ % drawn.length] ?? 0;
}

function walked(training: Training, steps: number, dice = diceOf(0.1, 0.5, 0.9)): Training {
  let now = training;
  for (let n = 1; n <= steps; n++) now = stepped(now, ground, { nowMs: START + n * 2000, dice });
  return now;
}

describe('a training', () => {
  it('leads step by step, back behind the ball, and ends after the walk-ins that were wanted', () => {
    const training = begun(wish, ground, { nowMs: START, dice: () => 0 });
    expect(training).toMatchObject({ at: 0, done: 0, targets: ['Kiln'] });
    expect(walked(training, 3)).toMatchObject({ at: 3, done: 0 });
    expect(walked(training, 4)).toMatchObject({ at: null, done: 1, endedAtMs: null });
    expect(walked(training, 5)).toMatchObject({ at: 0, done: 1 });
    const all = walked(training, 5 * 4 + 4);
    expect(all).toMatchObject({ done: 5, endedAtMs: START + 48_000 });
    expect(walked(all, 3)).toBe(all);
  });

  it('aims at another target each time, drawn from what the place shows', () => {
    for (const dice of [diceOf(0), diceOf(0.99), diceOf(0.2, 0.7, 0.4)]) {
      const { targets } = walked(begun({ ...wish, wanted: 7 }, ground, { nowMs: START, dice }), 34, dice);
      expect(targets).toHaveLength(7);
      for (const [n, name] of targets.entries()) {
        expect(ground.targets).toContain(name);
        if (n > 0) expect(name).not.toBe(targets[n - 1]);
      }
    }
  });

  it('without a place has no targets, with one mark keeps it', () => {
    expect(begun(wish, { targets: [] }, { nowMs: START, dice: () => 0.5 }).targets).toEqual([]);
    const one = { ...ground, targets: ['Kiln'] };
    const training = begun(wish, one, { nowMs: START, dice: () => 0.5 });
    expect(stepped({ ...training, at: 3 }, one, { nowMs: START, dice: () => 0.5 }).targets).toEqual([
      'Kiln',
      'Kiln',
    ]);
  });

  it('to look alone has what looking needs, named by the method or not', () => {
    expect(stepsOf(ground, 'looks').map(({ step }) => step)).toEqual(['sight', 'look', 'walkIn']);
    expect(stepsOf(ground, 'routine')).toBe(ground.steps);
  });

  it('that is stopped counts what was walked to its end', () => {
    const training = stopped(
      walked(begun(wish, ground, { nowMs: START, dice: () => 0 }), 12),
      START + 30_000,
    );
    expect(training).toMatchObject({ done: 2, endedAtMs: START + 30_000 });
    expect(practiceOf(training, 'Ours', 4)).toMatchObject({
      startedAt: '2026-11-20T09:00:00.000Z',
      practice: { exercise: 'routine', method: 'Ours', wanted: 5, done: 2, seconds: 30, oddness: 4 },
    });
    expect(practiceOf(training, 'Ours', 4).practice.targets).toHaveLength(2);
    expect(practiceOf({ ...training, beatS: 3 }, 'Ours', null).practice).toMatchObject({ beatS: 3 });
    expect(practiceOf(training, 'Ours', null).practice).not.toHaveProperty('oddness');
  });
});
