import { FADING_STAGES } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { doseText, fadingSentence, ownChecksText, sinceSentences, STAGE_HELP } from './plan-words.ts';

const day = (iso: string): string => iso;

describe('a plan in words', () => {
  it('says why the help is as it is', () => {
    const moved = { to: 'checks', day: '2026-12-12' } as const;
    expect(fadingSentence({ stage: 'checks', steps: [{ ...moved, why: 'two-in' }] }, day)).toContain(
      'Two checks in a row were as wanted, the second on 2026-12-12.',
    );
    expect(
      fadingSentence({ stage: 'rods', steps: [{ ...moved, to: 'rods', why: 'one-out' }] }, day),
    ).toContain('one step back');
  });

  it('says what was done since the last time, and the newest check where that was out', () => {
    const fading = { stage: 'mark', steps: [{ to: 'mark', why: 'two-in', day: '2026-12-12' }] } as const;
    const said = sinceSentences({ due: 9, done: 7, fading, lastOut: '2026-12-18' }, day);
    expect(said[0]).toBe('Since last time: 7 of 9 sessions.');
    expect(said.at(-1)).toBe('The newest check, of 2026-12-18, was out.');
    expect(sinceSentences({ due: 0, done: 0, fading, lastOut: null }, day)[0]).toBe(
      'No session was due yet.',
    );
    for (const sentence of said.flatMap((s) => s.split('. ')))
      expect(sentence.split(' ').length).toBeLessThan(21);
  });

  it('has a sentence and a dose for every stage', () => {
    for (const stage of FADING_STAGES) {
      expect(STAGE_HELP[stage].length).toBeGreaterThan(10);
      expect(doseText({ reps: 5, minutes: 3 }, stage)).toMatch(/^5 times, about 3 minutes, with .*\.$/);
    }
  });

  it('says what own checks were, the newest few', () => {
    expect(ownChecksText([], [])).toBe('');
    expect(ownChecksText(['1 Dec', '3 Dec', '4 Dec'], [0.1, 0.5, 0.9])).toBe(
      'Own checks: 1 Dec out, 3 Dec not decided, 4 Dec as wanted.',
    );
    const many = Array.from({ length: 9 }, (_, n) => `${n + 1} Dec`);
    expect(
      ownChecksText(
        many,
        many.map(() => 0.9),
      ),
    ).not.toContain(' 3 Dec');
  });
});
