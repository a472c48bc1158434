import { describe, expect, it } from 'vitest';
import { couplingText } from './coupling-text.ts';

const TOLD = { handedness: 'right', unit: 'm' } as const;
const found = (followedDeg: number, interval: readonly [number, number] | null) => ({
  movedDeg: 10,
  followedDeg,
  share: followedDeg / 10,
  interval,
});

describe('whether the shoulders follow the feet', () => {
  it('is said with how far either went, and the interval', () => {
    expect(couplingText(found(1, [-0.1, 0.2]), TOLD)).toBe(
      'The feet moved 26 m right at 150 m, the shoulders 2.6 m right. The shoulders do not follow the feet (0 % to 20 %).',
    );
    expect(couplingText(found(9.5, [0.8, 1.2]), TOLD)).toContain(
      'The shoulders follow the feet (80 % to 100 %).',
    );
    expect(couplingText(found(5, [0.3, 0.7]), TOLD)).toContain(
      'The shoulders follow in part (30 % to 70 %).',
    );
    expect(couplingText(found(3, [-0.2, 0.8]), TOLD)).toContain('not decided');
  });

  it('asks for a larger move where the one that was made says nothing, and is silent without one', () => {
    expect(couplingText(found(3, null), TOLD)).toContain('Move the feet farther');
    expect(couplingText({ ...found(0, null), movedDeg: 1 }, TOLD)).toBeNull();
  });
});
