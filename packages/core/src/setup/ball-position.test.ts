import { describe, expect, it } from 'vitest';
import { ballDistance, ballPosition } from './ball-position.ts';

describe('the ball position', () => {
  it('40 mm too far back on a stance of 400 mm is out', () => {
    const ball = ballPosition({ behindLeadHeelM: 0.2, stanceM: 0.4, tableShare: 0.4 });
    expect(ball.share).toBe(0.5);
    expect(ball.offsetM).toBeCloseTo(0.04, 12);
    expect(ball.verdict).toBe('out');
    expect(ball.conformity.aboveProbability).toBeGreaterThan(0.95);
  });

  it('as the table has it is in, near the limit it cannot be told', () => {
    expect(ballPosition({ behindLeadHeelM: 0.16, stanceM: 0.4, tableShare: 0.4 }).verdict).toBe('in');
    expect(ballPosition({ behindLeadHeelM: 0.18, stanceM: 0.4, tableShare: 0.4 }).verdict).toBe(
      'cannot-tell',
    );
  });

  it('may lie ahead of the lead heel', () => {
    const ball = ballPosition({ behindLeadHeelM: -0.02, stanceM: 0.5, tableShare: 0.08 });
    expect(ball.offsetM).toBeCloseTo(-0.06, 12);
    expect(ball.verdict).toBe('out');
  });

  it('needs a stance', () => {
    expect(() => ballPosition({ behindLeadHeelM: 0.1, stanceM: 0, tableShare: 0.4 })).toThrow(
      expect.objectContaining({ code: 'not-positive', field: 'stanceM' }) as Error,
    );
  });

  it('a method may want it a length behind the lead heel, with limits of its own', () => {
    const ball = ballPosition({ behindLeadHeelM: 0.08, goalM: 0.05, toleranceM: 0.01 });
    expect(ball.offsetM).toBeCloseTo(0.03, 12);
    expect(ball.share).toBeNull();
    expect(ball.verdict).toBe('out');
    expect(ballPosition({ behindLeadHeelM: 0.08, stanceM: 0.4, goalM: 0.08 }).share).toBeCloseTo(0.2, 12);
  });
});

describe('the distance from the ball', () => {
  it('too far away is more than is asked for', () => {
    expect(ballDistance({ toBallM: 0.66, goalM: 0.6 })).toMatchObject({ verdict: 'out' });
    expect(ballDistance({ toBallM: 0.66, goalM: 0.6 }).offsetM).toBeCloseTo(0.06, 12);
    expect(ballDistance({ toBallM: 0.605, goalM: 0.6 }).verdict).toBe('in');
  });

  it('is a length', () => {
    expect(() => ballDistance({ toBallM: 0, goalM: 0.6 })).toThrow(
      expect.objectContaining({ code: 'not-positive', field: 'toBallM' }) as Error,
    );
  });
});
