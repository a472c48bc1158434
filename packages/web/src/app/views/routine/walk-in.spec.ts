import { describe, expect, it } from 'vitest';
import { endedBy, keysOf, NOT_BEGUN, quadrantsOf, struckOut, tapped, type WalkIn } from './walk-in.ts';

const STEPS = ['sight', 'walkIn', 'face', 'stance', 'grip', 'look', 'go'] as const;
const after = (...deeds: Parameters<typeof tapped>[1][]): WalkIn =>
  deeds.reduce((walkIn, deed, at) => tapped(walkIn, deed, { nowMs: 1_000_000 + 1_500 * at }), NOT_BEGUN);

describe('a walk-in that is recorded', () => {
  it('counts seconds from its first tap', () => {
    const walkIn = after('sight', 'walkIn', 'face');
    expect(walkIn.startedAtMs).toBe(1_000_000);
    expect(walkIn.events.map(({ atS }) => atS)).toEqual([0, 1.5, 3]);
  });

  it('has the step after the last one next, and goes back to what was left out when all else is done', () => {
    expect(keysOf(STEPS, NOT_BEGUN).next).toBe('sight');
    expect(keysOf(STEPS, after('sight', 'walkIn', 'stance')).next).toBe('grip');
    expect(keysOf(STEPS, after('walkIn', 'face', 'stance', 'grip', 'look', 'go')).next).toBe('sight');
    expect(keysOf(STEPS, after(...STEPS)).next).toBeNull();
  });

  it('has every step in the method’s order, look and go on keys of their own', () => {
    expect(keysOf(STEPS, after('sight')).all).toEqual([
      { step: 'sight', done: true },
      { step: 'walkIn', done: false },
      { step: 'face', done: false },
      { step: 'stance', done: false },
      { step: 'grip', done: false },
    ]);
  });

  it('keeps a tap that is struck out, which counts no more, and puts it back', () => {
    const walkIn = after('sight', 'stance', 'go');
    const [, wrong, end] = walkIn.events;
    const without = struckOut(walkIn, wrong?.id ?? '');
    expect(without.events).toHaveLength(3);
    expect(keysOf(STEPS, without).all).toContainEqual({ step: 'stance', done: false });
    expect(struckOut(without, wrong?.id ?? '')).toEqual(walkIn);
    expect(endedBy(walkIn)).toBe('go');
    expect(endedBy(struckOut(walkIn, end?.id ?? ''))).toBeNull();
  });

  it('has the own side where the student stands, ahead of the ball up the screen', () => {
    expect(quadrantsOf('right')).toEqual(['own-ahead', 'far-ahead', 'own-behind', 'far-behind']);
    expect(quadrantsOf('left')).toEqual(['far-ahead', 'own-ahead', 'far-behind', 'own-behind']);
  });
});
