import { describe, expect, it } from 'vitest';
import { agreementOfRoutines, breaksFirst } from './agreement-of-routines.ts';
import { compareOrders, firstOutOfOrder } from './compare-orders.ts';
import { type RoutineStep } from './steps.ts';

const USUAL: readonly RoutineStep[] = ['sight', 'walkIn', 'grip', 'face', 'stance', 'look', 'go'];
const of = (order: readonly RoutineStep[], looks = 2, overBallS: number | null = 8) => ({
  order,
  looks,
  overBallS,
});

describe('two orders', () => {
  it('that are the same differ by nothing', () => {
    expect(compareOrders(USUAL, USUAL)).toEqual({ edits: 0, moved: [], missing: [], added: [] });
    expect(firstOutOfOrder(USUAL, USUAL)).toBeNull();
  });

  it('differ by a step that moved: deleted here, inserted there', () => {
    const done: readonly RoutineStep[] = ['sight', 'walkIn', 'face', 'stance', 'grip', 'look', 'go'];
    expect(compareOrders(USUAL, done)).toEqual({
      edits: 2,
      moved: [{ step: 'grip', from: 3, to: 5 }],
      missing: [],
      added: [],
    });
  });

  it('differ by one edit where a step was left out, or another stood in its place', () => {
    const without = USUAL.filter((step) => step !== 'sight');
    expect(compareOrders(USUAL, without)).toMatchObject({ edits: 1, missing: ['sight'], added: [] });
    const other = USUAL.map((step) => (step === 'sight' ? 'visualise' : step));
    expect(compareOrders(USUAL, other)).toMatchObject({ edits: 1, missing: ['sight'], added: ['visualise'] });
  });

  it('with a method’s own steps are told apart by their titles', () => {
    const own: readonly RoutineStep[] = ['own:Breathe out', 'face', 'go'];
    expect(compareOrders(own, ['own:Breathe in', 'face', 'go'])).toMatchObject({
      edits: 1,
      missing: ['own:Breathe out'],
      added: ['own:Breathe in'],
    });
  });

  it('name the first step that came too early, before the one that should come first', () => {
    expect(firstOutOfOrder(USUAL, ['stance', 'face', 'grip', 'go'])).toEqual({
      step: 'stance',
      before: 'grip',
    });
    expect(firstOutOfOrder(USUAL, ['sight', 'walkIn', 'face', 'grip', 'stance'])).toEqual({
      step: 'face',
      before: 'grip',
    });
    // What the method does not know is no step too early.
    expect(firstOutOfOrder(USUAL, ['posture', 'sight', 'go'])).toBeNull();
  });
});

describe('five walk-ins', () => {
  const late: readonly RoutineStep[] = ['sight', 'walkIn', 'face', 'stance', 'grip', 'look', 'go'];

  it('agree four of five, and the step that moves is named with its places', () => {
    const found = agreementOfRoutines([
      of(USUAL),
      of(USUAL, 3, 11.4),
      of(late, 2, null),
      of(USUAL),
      of(USUAL, 1, 6),
    ]);
    expect(found).toEqual({
      of: 5,
      same: 4,
      usual: USUAL,
      moved: [{ step: 'grip', from: 3, to: 5, times: 1 }],
      looks: [1, 3],
      overBallS: [6, 11.4],
    });
  });

  it('take the order that was met most often, and of two as often the first', () => {
    expect(agreementOfRoutines([of(late), of(USUAL), of(USUAL)]).usual).toEqual(USUAL);
    expect(agreementOfRoutines([of(late), of(USUAL)])).toMatchObject({ same: 1, usual: late });
    expect(agreementOfRoutines([])).toMatchObject({
      of: 0,
      same: 0,
      usual: [],
      looks: null,
      overBallS: null,
    });
  });

  it('break first where the usual order first goes wrong in most tests', () => {
    const noLook = USUAL.filter((step) => step !== 'look');
    expect(breaksFirst(USUAL, [late, late, noLook])).toEqual({ step: 'grip', times: 2, of: 3 });
    expect(breaksFirst(USUAL, [USUAL, USUAL])).toBeNull();
    expect(breaksFirst(USUAL, [])).toBeNull();
  });
});
