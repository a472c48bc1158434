import { LONE_HOLDING_TIMES } from '@lotrecht/core';
import { type Entry } from '../readings/entry.ts';
import { holdsOf, linesOfPlan, spreadOverHolds } from './plan.ts';
import { cardsOf, clockAt } from './run.ts';

const ORDER = ['face', 'toes', 'knees', 'hips', 'shoulders', 'eyes'] as const;
const entry = (line: Entry['line'], hold = 1): Entry => ({
  id: line,
  line,
  by: line === 'face' ? 'square' : 'gaps',
  rod: false,
  hold,
  look: false,
  fields: {},
});
const ground = { order: ORDER, footLine: 'toes', own: [] } as const;

describe('a plan', () => {
  it('is quick, the method’s, or all seven, in the method’s order', () => {
    expect(linesOfPlan('quick', ground)).toEqual(['face', 'toes']);
    expect(linesOfPlan('quick', { ...ground, footLine: 'heels' })).toEqual(['face', 'heels']);
    expect(linesOfPlan('method', ground)).toEqual(ORDER);
    expect(linesOfPlan('all', ground)).toEqual([...ORDER, 'heels']);
    expect(linesOfPlan('rule-out', ground)).toEqual(ORDER);
  });

  it('spreads all seven over three holds of fifteen seconds at most', () => {
    const holds = holdsOf(
      spreadOverHolds(
        linesOfPlan('all', ground).map((l) => entry(l)),
        ORDER,
      ),
    );
    expect(holds.map((h) => h.seconds)).toEqual([15, 15, 3]);
  });

  it('takes more holds for who is alone: one bob after the other, and none longer than fifteen seconds', () => {
    const lines = linesOfPlan('all', ground).map((l) => entry(l));
    const holds = holdsOf(spreadOverHolds(lines, ORDER, LONE_HOLDING_TIMES), LONE_HOLDING_TIMES);
    expect(holds.length).toBeGreaterThan(3);
    expect(Math.max(...holds.map((h) => h.seconds))).toBeLessThanOrEqual(15);
    expect(holds.reduce((sum, h) => sum + h.seconds, 0)).toBe(3 * 3 + 4 * 11);
  });
});

describe('a hold', () => {
  const cards = cardsOf([entry('face'), entry('toes'), entry('knees', 2)], 1);
  const byClock = { gainedS: 0, tapped: 0, pace: 'clock' } as const;

  it('moves its cards on by the clock, and ends after the last', () => {
    expect(clockAt(cards, 0, byClock)).toEqual({ heldS: 0, card: 0, cardLeftS: 3 });
    expect(clockAt(cards, 3, byClock)).toMatchObject({ card: 1, cardLeftS: 3 });
    expect(clockAt(cards, 6, byClock)).toMatchObject({ card: 2 });
  });

  it('is shorter by every card that was tapped on', () => {
    expect(clockAt(cards, 1, { ...byClock, gainedS: 2 })).toMatchObject({ card: 1, cardLeftS: 3 });
  });

  it('waits for the hand when it goes by tapping', () => {
    expect(clockAt(cards, 60, { gainedS: 0, tapped: 1, pace: 'taps' })).toMatchObject({ card: 1 });
    expect(clockAt(cards, 60, { gainedS: 0, tapped: 2, pace: 'taps' })).toMatchObject({ card: 2 });
  });
});
