import { describe, expect, it } from 'vitest';
import { markShift } from './mark-shift.ts';

const DEG = Math.PI / 180;
const eyes = { handedness: 'right', insideM: 0.4, behindM: 0, markM: 4.1, targetM: 137 } as const;

describe('a mark on the line, seen from address', () => {
  it('seems 13 m right of a target at 137 m, 5.4°, for a right-hander', () => {
    const shift = markShift(eyes);
    expect(shift.lateralM).toBeCloseTo(13, 1);
    expect(shift.angleRad / DEG).toBeCloseTo(5.4, 1);
  });

  it('seems 30 m right with a driver', () => {
    expect(markShift({ ...eyes, insideM: 0.55, targetM: 229 }).lateralM).toBeCloseTo(30, 0);
  });

  it('seems as far left for a left-hander', () => {
    const right = markShift(eyes);
    const left = markShift({ ...eyes, handedness: 'left' });
    expect(left).toEqual({ lateralM: -right.lateralM, angleRad: -right.angleRad });
  });

  it('stays on the target for eyes over the line', () => {
    expect(markShift({ ...eyes, insideM: 0 })).toEqual({ lateralM: 0, angleRad: 0 });
  });

  it.each([
    [{ ...eyes, markM: 0 }, 'markM'],
    [{ ...eyes, markM: -1 }, 'markM'],
    [{ ...eyes, markM: 137 }, 'markM'],
    [{ ...eyes, insideM: Number.NaN }, 'insideM'],
    [{ ...eyes, behindM: -2, markM: 1 }, 'behindM'],
  ])('is refused where it cannot lie: %#', (bad, field) => {
    expect(() => markShift(bad)).toThrow(field);
  });
});
