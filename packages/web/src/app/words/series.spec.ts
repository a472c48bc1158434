import { type CheckView, type Circumstances, type ResultDocument } from '@lotrecht/records';
import { habitOf, isRevealed, markColour, waitsForSeries } from './series.ts';

const BLIND: Circumstances = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' };
const setUp = (place: number, revealed?: boolean, id = 's') =>
  ({
    circumstances: BLIND,
    record: { series: { id, place, of: 3 }, ...(revealed !== undefined && { revealed }) },
  }) as CheckView;

describe('a series of blind set-ups', () => {
  it('waits until one of them says that all are revealed', () => {
    const [first, second, last] = [setUp(1), setUp(2), setUp(3, true)];
    expect(waitsForSeries(first, [first, second])).toBe(true);
    expect(waitsForSeries(first, [first, second, last])).toBe(false);
    // Another series of the lesson reveals its own.
    expect(waitsForSeries(first, [first, setUp(3, true, 'another')])).toBe(true);
    expect(isRevealed({ id: 's', place: 1, of: 3 }, [])).toBe(false);
  });

  it('covers only what is blind, and nothing outside of a series', () => {
    const cued = { ...setUp(1), circumstances: { ...BLIND, help: 'cued' } } as CheckView;
    expect(waitsForSeries(cued, [cued])).toBe(false);
    const alone = { ...setUp(1), record: null };
    expect(waitsForSeries(alone, [alone])).toBe(false);
  });

  it('has marks of another colour for every set-up', () => {
    expect(new Set([1, 2, 3, 4, 5].map(markColour)).size).toBe(5);
  });

  it('is told as the habit, and not as the last one stood', () => {
    const posterior = { lines: {}, asItStood: { lines: {} } } as unknown as ResultDocument['posterior'];
    expect(habitOf({ lines: {}, posterior } as ResultDocument).posterior?.asItStood).toBeNull();
    const bare = { lines: {} } as ResultDocument;
    expect(habitOf(bare)).toBe(bare);
  });
});
