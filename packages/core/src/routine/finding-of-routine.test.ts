import { describe, expect, it } from 'vitest';
import { findingOfRoutine, type WantedRoutine } from './finding-of-routine.ts';
import { type RoutineDeed, type RoutineEvent } from './steps.ts';

/** Taps two seconds apart; a look that was lifted is marked by an arrow. */
function walkIn(...deeds: readonly (RoutineDeed | 'look↑')[]): readonly RoutineEvent[] {
  return deeds.map((deed, at) => ({
    id: String(at),
    atS: 2 * at,
    ...(deed === 'look↑' ? { deed: 'look', lifted: true } : { deed }),
  }));
}

const PARALLEL: WantedRoutine = {
  steps: ['sight', 'mark', 'walkIn', 'face', 'stance', 'grip', 'checkLines', 'look', 'go'],
  expected: { looks: [1, 3], rehearsals: [0, 2], overBallS: [6, 12] },
};

describe('one walk-in', () => {
  it('in the method’s order has nothing out of it', () => {
    const found = findingOfRoutine(walkIn(...PARALLEL.steps), PARALLEL);
    expect(found).toMatchObject({
      outOfOrder: null,
      missing: [],
      added: [],
      edits: 0,
      looks: 1,
      ended: 'go',
    });
    // From the stance, the 5th tap, to the swing, the 9th.
    expect(found.overBallS).toBe(8);
    expect(found.overBallAgainst).toBe('within');
  });

  it('with the feet first is said by the feet, whatever else was moved', () => {
    const { outOfOrder, edits } = findingOfRoutine(
      walkIn('sight', 'mark', 'walkIn', 'stance', 'face', 'grip', 'checkLines', 'look', 'go'),
      PARALLEL,
    );
    expect(outOfOrder).toEqual({ step: 'stance', before: 'face' });
    expect(edits).toBe(2);
  });

  it('names what was left out and what was added, and counts what may be done often', () => {
    const found = findingOfRoutine(
      walkIn(
        'sight',
        'rehearse',
        'rehearse',
        'walkIn',
        'face',
        'stance',
        'posture',
        'grip',
        'waggle',
        'look',
        'go',
      ),
      PARALLEL,
    );
    expect(found).toMatchObject({
      missing: ['mark', 'checkLines'],
      added: ['posture'],
      rehearsals: 2,
      rehearsalsAgainst: 'within',
    });
  });

  it('counts looks with those that were lifted, and shuffles', () => {
    const found = findingOfRoutine(
      walkIn('face', 'stance', 'look↑', 'look', 'shuffle', 'look', 'look↑', 'look', 'shuffle', 'go'),
      PARALLEL,
    );
    expect(found).toMatchObject({ looks: 5, lifted: 2, looksAgainst: 'above', shuffles: 2 });
    // From the 2nd tap to the 10th.
    expect(found).toMatchObject({ overBallS: 16, overBallAgainst: 'above' });
  });

  it('leaves out a tap that was struck out', () => {
    const [first, second, ...rest] = walkIn('stance', 'face', 'stance', 'go');
    if (first === undefined || second === undefined) throw new Error('four taps');
    const found = findingOfRoutine([{ ...first, struck: true }, second, ...rest], PARALLEL);
    expect(found.outOfOrder).toBeNull();
    expect(found.order).toEqual(['face', 'stance', 'go']);
  });

  it('that ends in a freeze or outside has not left out the swing', () => {
    for (const end of ['hold', 'stepOut'] as const) {
      const found = findingOfRoutine(walkIn('face', 'stance', end), {
        steps: ['face', 'stance', 'trust', 'go'],
      });
      expect(found).toMatchObject({ missing: [], edits: 0, ended: end, overBallS: 2 });
    }
  });

  it('has both feet down with the second of two steps, whichever foot that is', () => {
    const steps: WantedRoutine = { steps: ['face', 'leadStep', 'trailStep', 'go'] };
    expect(findingOfRoutine(walkIn('leadStep', 'face', 'trailStep', 'go'), steps).overBallS).toBe(2);
    expect(
      findingOfRoutine(walkIn('trailFoot', 'face', 'leadStep', 'trailBack', 'go'), steps).overBallS,
    ).toBe(4);
    expect(findingOfRoutine(walkIn('face', 'go'), steps).overBallS).toBeNull();
    expect(findingOfRoutine(walkIn('leadStep', 'go'), steps).overBallS).toBeNull();
  });

  it('keeps where the student came from the last time they walked in', () => {
    const events: readonly RoutineEvent[] = [
      { id: 'a', deed: 'walkIn', atS: 0, approach: 'far-ahead' },
      { id: 'b', deed: 'stepOut', atS: 3 },
      { id: 'c', deed: 'walkIn', atS: 6, approach: 'own-behind' },
    ];
    expect(findingOfRoutine(events, PARALLEL).approach).toBe('own-behind');
    expect(findingOfRoutine([], PARALLEL)).toMatchObject({ approach: null, ended: null, looks: 0 });
  });
});
