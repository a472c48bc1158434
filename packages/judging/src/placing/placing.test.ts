import { type BallView } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { ballGoalOf, shareOfGoal } from './ball-goal.ts';
import { ballHabitOf } from './ball-habit.ts';
import { ballOfCheck } from './ball-of-check.ts';

describe('where a method wants the ball', () => {
  it('is the table’s, unless the method has a place of its own with these clubs', () => {
    const method = { ballTable: 'graded', ballGoals: { driver: { behindLeadHeelMm: 30 } } } as const;
    expect(ballGoalOf(method, 'mid-iron')).toEqual({ sharePercent: 40 });
    expect(ballGoalOf(method, 'driver')).toEqual({ behindLeadHeelMm: 30 });
    expect(ballGoalOf({ ballTable: 'blocks', ballToleranceMm: 15 }, 'mid-iron')).toEqual({
      sharePercent: 50,
      toleranceMm: 15,
    });
  });

  it('a distance alone leaves the place to the table', () => {
    const method = { ballTable: 'graded', ballGoals: { wedge: { toBallMm: 500 } } } as const;
    expect(ballGoalOf(method, 'wedge')).toEqual({ sharePercent: 50, toBallMm: 500 });
  });

  it('is drawn as a share of the stance', () => {
    expect(shareOfGoal({ sharePercent: 40 }, 0.4)).toBeCloseTo(0.4, 12);
    expect(shareOfGoal({ behindLeadHeelMm: 100 }, 0.4)).toBeCloseTo(0.25, 12);
  });
});

describe('ball and distance of a set-up', () => {
  it('are judged by the goal that was noted with them, not by today’s', () => {
    const read = { behindLeadHeelMm: 200, stanceMm: 400 };
    expect(ballOfCheck(read, { sharePercent: 40 }).position?.verdict).toBe('out');
    expect(ballOfCheck({ ...read, goal: { sharePercent: 50 } }, { sharePercent: 40 }).position?.verdict).toBe(
      'in',
    );
  });

  it('a length behind the heel needs no stance; a share does', () => {
    expect(ballOfCheck({ behindLeadHeelMm: 60 }, { behindLeadHeelMm: 50 }).position?.offsetM).toBeCloseTo(
      0.01,
      12,
    );
    expect(ballOfCheck({ behindLeadHeelMm: 60 }, { sharePercent: 8 }).position).toBeNull();
  });

  it('the distance is judged only where the method wants one', () => {
    expect(ballOfCheck({ toBallMm: 700 }, { sharePercent: 40 }).distance).toBeNull();
    expect(ballOfCheck({ toBallMm: 700 }, { toBallMm: 600 }).distance?.verdict).toBe('out');
  });
});

describe('where a student usually has the ball', () => {
  const view = (heldOn: string, behindLeadHeelMm: number, clubGroup: BallView['clubGroup'] = 'mid-iron') => ({
    heldOn,
    clubGroup,
    ball: { behindLeadHeelMm, stanceMm: 400, toBallMm: 600 },
  });

  it('is a habit of these clubs alone, and sure after some set-ups', () => {
    const balls = [
      view('2026-05-01', 100),
      view('2026-04-01', 105),
      view('2026-04-15', 95),
      view('2026-04-01', 300, 'driver'),
    ];
    const habit = ballHabitOf(balls, 'mid-iron', { sharePercent: 40 });
    expect(habit).toMatchObject({ setUps: 3, position: { setUps: 3, verdict: 'out' }, distance: null });
    // Three times 60 mm ahead of 160: drawn a little to where the method wants it.
    expect(habit?.position?.levelM).toBeGreaterThan(-0.062);
    expect(habit?.position?.levelM).toBeLessThan(-0.05);
    expect(habit?.stance?.levelM).toBeCloseTo(0.4, 9);
    expect(habit?.toBall?.levelM).toBeCloseTo(0.6, 9);
  });

  it('is told against what is wanted today', () => {
    const then = {
      ...view('2026-05-01', 200),
      ball: { behindLeadHeelMm: 200, stanceMm: 400, goal: { sharePercent: 50 } },
    };
    expect(ballHabitOf([then], 'mid-iron', { sharePercent: 50 })?.position?.levelM).toBeCloseTo(0, 9);
    expect(ballHabitOf([then], 'mid-iron', { sharePercent: 40 })?.position?.levelM).toBeGreaterThan(0.03);
  });

  it('is nothing with clubs that were never read', () => {
    expect(ballHabitOf([view('2026-05-01', 100)], 'driver', { sharePercent: 8 })).toBeNull();
  });
});
