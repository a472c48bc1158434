import { describe, expect, it } from 'vitest';
import { radiansFromDegrees } from '../units/angle.ts';
import { pairedDifference } from './paired-difference.ts';

const read = (deg: number, u: number) => ({
  handedAzimuthRad: radiansFromDegrees(deg),
  measurementUncertaintyRad: radiansFromDegrees(u),
});
const ground = { readdressSdRad: radiansFromDegrees(2), targetLineUncertaintyRad: 0 };

describe('a difference within a lesson', () => {
  it('of two stands has u² = u₁² + u₂² + 2·s_r²', () => {
    const { deltaRad, uncertaintyRad, real } = pairedDifference([read(6, 0.5)], [read(1, 0.5)], ground);
    expect(deltaRad).toBeCloseTo(radiansFromDegrees(-5), 12);
    expect(uncertaintyRad).toBeCloseTo(radiansFromDegrees(Math.sqrt(0.5 + 8)), 12);
    expect(real).toBe(false);
  });

  it('becomes real with more reps of the same', () => {
    const reps = (deg: number) => [read(deg, 0.5), read(deg, 0.5), read(deg, 0.5)];
    expect(pairedDifference(reps(6), reps(1), ground).real).toBe(true);
  });

  it('within one stand needs no spread of stepping in', () => {
    const looked = pairedDifference([read(1, 0.5)], [read(-1.5, 0.5)], { ...ground, readdressSdRad: 0 });
    expect(looked.uncertaintyRad).toBeCloseTo(radiansFromDegrees(Math.SQRT1_2), 12);
    expect(looked.real).toBe(true);
  });

  it('counts a line that was laid again', () => {
    const again = { ...ground, targetLineUncertaintyRad: radiansFromDegrees(3) };
    const { uncertaintyRad } = pairedDifference([read(6, 0.5)], [read(1, 0.5)], again);
    expect(uncertaintyRad).toBeCloseTo(radiansFromDegrees(Math.sqrt(0.5 + 8 + 9)), 12);
  });

  it('needs a set-up on both sides', () => {
    expect(() => pairedDifference([], [read(1, 1)], ground)).toThrow(
      expect.objectContaining({ code: 'empty', field: 'before' }) as Error,
    );
  });
});
