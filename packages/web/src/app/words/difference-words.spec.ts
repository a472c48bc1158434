import { differenceText } from './difference-words.ts';
import { itemSentences } from './item-words.ts';
import { watchText } from './watch-words.ts';

describe('words for a change', () => {
  it('say toward what, how sure, and whether it is more than chance', () => {
    const toes = { line: 'toes', beforeDeg: 6, afterDeg: 1.1, deltaDeg: -4.9, uncertaintyDeg: 2.9 } as const;
    expect(differenceText({ ...toes, real: false })).toBe('Toes 4.9° toward open ± 5.7°: not shown.');
    expect(differenceText({ ...toes, line: 'face', real: true })).toBe(
      'Face 4.9° toward closed ± 5.7°: real.',
    );
  });
});

describe('what is to be watched', () => {
  it('is said with its day, or that there is nothing', () => {
    expect(watchText(null, 'm')).toBe('No blind baseline yet');
    expect(watchText({ heldOn: '2026-11-07', watch: null }, 'yd')).toBe('Nothing stood out, 7 Nov 2026');
  });

  it('names only items that were marked', () => {
    expect(itemSentences({ 'grip-pressure': 'watch', posture: 'fits' })).toEqual([
      'To watch: grip pressure (light, shoulders down).',
    ]);
    expect(itemSentences(undefined)).toEqual([]);
  });
});
