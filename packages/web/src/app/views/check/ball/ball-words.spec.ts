import { ballHabitOf, ballOfCheck } from '@lotrecht/judging';
import { type BallAndStance, type BallView } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { ballSentences, wantedText } from './ball-words.ts';

const GOAL = { sharePercent: 40 };
const view = (heldOn: string, behindLeadHeelMm: number): BallView => ({
  heldOn,
  clubGroup: 'mid-iron',
  ball: { behindLeadHeelMm, stanceMm: 400 },
});

function said(ball: BallAndStance, before: readonly BallView[] = [], goal = GOAL, unit: 'mm' | 'in' = 'mm') {
  const now = { heldOn: '2026-06-01', clubGroup: 'mid-iron' as const, ball };
  return ballSentences({
    ball,
    placed: ballOfCheck(ball, goal),
    habit: ballHabitOf([...before, now], 'mid-iron', goal),
    usual: ballHabitOf(before, 'mid-iron', goal),
    unit,
  });
}

describe('ball and stance in sentences', () => {
  it('one set-up says where the ball is and where to move it', () => {
    expect(said({ behindLeadHeelMm: 200, stanceMm: 400 })).toEqual([
      'Ball 40 mm too far back: move it toward the target.',
    ]);
    expect(said({ behindLeadHeelMm: 160, stanceMm: 400 })).toEqual(['Ball where the method wants it.']);
  });

  it('who always has it forward hears what the right place will feel like', () => {
    const before = [view('2026-04-01', 100), view('2026-04-15', 102), view('2026-05-01', 98)];
    const sentences = said({ behindLeadHeelMm: 100, stanceMm: 400 }, before);
    expect(sentences[0]).toBe('Ball 60 mm too far forward: move it away from the target.');
    expect(sentences[1]).toBe('With these clubs it is usually 60 mm too far forward, from 4 set-ups.');
    expect(sentences[2]).toBe('The right place will feel too far back at first.');
    expect(sentences[3]).toBe('Stance 400 mm, usually 400 mm with these clubs.');
  });

  it('the distance is told only where the method wants one, in the unit of who reads', () => {
    const read = { toBallMm: 660 };
    expect(said(read)).toEqual([]);
    const ball = { ...read, goal: { toBallMm: 600 } };
    expect(said(ball, [], GOAL, 'in')).toEqual(['2 3/8 in too far from the ball: step in.']);
  });

  it('what is wanted is said with its give or take', () => {
    expect(wantedText(GOAL, 'mm')).toBe(
      'Wanted: 40 % of the stance behind the lead heel, give or take 21 mm.',
    );
    expect(wantedText({ behindLeadHeelMm: 40, toBallMm: 820, toleranceMm: 15 }, 'mm')).toBe(
      'Wanted: 40 mm behind the lead heel, 820 mm from the toes, give or take 15 mm.',
    );
  });
});
