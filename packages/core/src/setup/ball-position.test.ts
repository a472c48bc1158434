import { describe, expect, it } from 'vitest';
import { ballPosition } from './ball-position.ts';

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
});
