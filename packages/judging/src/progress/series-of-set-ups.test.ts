import { type CheckView, type Circumstances } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { isRevealed, seriesOf, toldChecks } from './series-of-set-ups.ts';

const BLIND: Circumstances = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' };
const setUp = (place: number, revealed?: boolean, id = 's') =>
  ({
    circumstances: BLIND,
    record: { series: { id, place, of: 3 }, ...(revealed !== undefined && { revealed }) },
  }) as CheckView;

describe('a series of blind set-ups', () => {
  it('waits until one of them says that all are revealed', () => {
    const [first, second, last] = [setUp(1), setUp(2), setUp(3, true)];
    expect(toldChecks([first, second])).toEqual([]);
    expect(toldChecks([first, second, last])).toEqual([first, second, last]);
    // Another series of the lesson reveals its own.
    const other = setUp(3, true, 'another');
    expect(toldChecks([first, other])).toEqual([other]);
    expect(isRevealed({ id: 's', place: 1, of: 3 }, [])).toBe(false);
  });

  it('has only what is blind in it, and what belongs to none is told', () => {
    const cued = { ...setUp(1), circumstances: { ...BLIND, help: 'cued' } } as CheckView;
    const alone = { ...setUp(1), record: null };
    expect([seriesOf(cued), seriesOf(alone), seriesOf(setUp(2))?.place]).toEqual([undefined, undefined, 2]);
    expect(toldChecks([cued, alone])).toEqual([cued, alone]);
  });
});
