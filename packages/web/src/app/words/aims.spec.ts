import { aimOf } from './aims.ts';

describe('where a line aims', () => {
  it('is to the right for a right-hander who is closed, and to the left for a left-hander', () => {
    const right = aimOf(4, { handedness: 'right', distanceM: 150 });
    expect(right.deg).toBe(4);
    expect(right.metres).toBeCloseTo(150 * Math.tan((4 * Math.PI) / 180), 6);
    expect(aimOf(4, { handedness: 'left', distanceM: 150 }).deg).toBe(-4);
  });

  it('is an angle alone where nobody knows how far away the target is', () => {
    expect(aimOf(4, { handedness: 'right' }).metres).toBeNull();
    expect(aimOf(4, { handedness: 'right', distanceM: 0 }).metres).toBeNull();
  });
});
