import { practisedText, walkInsText } from './practice-words.ts';

const practised = (doneOn: string, done: number, oddness?: number) => ({
  doneOn,
  practice: {
    exercise: 'looks' as const,
    wanted: 6,
    done,
    seconds: 200,
    spoken: false,
    ...(oddness !== undefined && { oddness }),
  },
});

describe('what was practised', () => {
  it('is said with how often, and how odd it felt at first and last', () => {
    const done = [
      practised('2026-11-01', 6, 8),
      practised('2026-11-09', 6, 6),
      practised('2026-11-12', 5, 3),
    ];
    expect(practisedText(done, null)).toBe(
      'Trained 3 times, 17 walk-ins. How odd it feels went from 8 to 3 of 10.',
    );
    expect(practisedText(done, '2026-11-09')).toContain('Since 9 Nov 2026: trained twice, 11 walk-ins.');
    expect(practisedText(done, '2026-11-12')).toBe(
      'Since 12 Nov 2026: trained once, 5 walk-ins. It feels 3 of 10 odd.',
    );
    expect(practisedText(done, '2026-11-13')).toBe('');
    expect(practisedText([practised('2026-11-01', 1)], null)).toBe('Trained once, 1 walk-in.');
  });

  it('is told by what was walked', () => {
    expect(walkInsText({ exercise: 'looks', done: 6 })).toBe('6 walk-ins to look');
    expect(walkInsText({ exercise: 'routine', done: 1 })).toBe('1 walk-in');
  });
});
