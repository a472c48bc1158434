import { RefusedInput, shotOf, type Swing } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { aimCard, asideMm } from './aim-card.ts';

const STILL: Swing = { club: 'mid-iron', carryM: 140, wind: { rightMs: 0, aheadMs: 0 } };
/** From nine o’clock: to the right. */
const FROM_NINE: Swing = { ...STILL, wind: { rightMs: 5, aheadMs: 0 } };

describe('how to aim', () => {
  it('for a fade in still air is left, the body farther where it sets the path, and the ball comes down on the line', () => {
    const together = aimCard({ swing: STILL, curveM: 6, school: 'start-line' });
    expect(together.bodyDeg).toBe(together.startDeg);
    expect(together.faceDeg).toBe(together.startDeg);
    expect(together.startDeg).toBeLessThan(-1.5);
    const path = aimCard({ swing: STILL, curveM: 6, school: 'body-path' });
    expect(path.bodyDeg).toBeLessThan(path.faceDeg);
    expect(path.faceDeg).toBeGreaterThan(path.startDeg);
    expect(shotOf(STILL, { faceDeg: path.faceDeg, pathDeg: path.bodyDeg }).lateralM).toBeCloseTo(0, 3);
  });

  it('in a wind from nine o’clock is farther left for a fade than for a draw, and the school of all parallel moves for the wind alone', () => {
    const [fade, draw] = [6, -6].map((curveM) => aimCard({ swing: FROM_NINE, curveM, school: 'start-line' }));
    expect(fade?.startDeg).toBeLessThan(draw?.startDeg ?? NaN);
    const parallel = aimCard({ swing: FROM_NINE, curveM: 6, school: 'all-parallel' });
    expect(parallel).toEqual(aimCard({ swing: FROM_NINE, curveM: 0, school: 'all-parallel' }));
    expect(parallel.startDeg).toBeLessThan(-1);
    expect(aimCard({ swing: STILL, curveM: 6, school: 'all-parallel' })).toMatchObject({
      startDeg: 0,
      faceDeg: 0,
      bodyDeg: 0,
    });
  });

  it('away from trouble is turned as a whole', () => {
    const plain = aimCard({ swing: STILL, curveM: -4, school: 'body-path' });
    const away = aimCard({ swing: STILL, curveM: -4, school: 'body-path', awayDeg: 2 });
    expect(away.bodyDeg - plain.bodyDeg).toBeCloseTo(2, 12);
    expect(away.faceDeg - plain.faceDeg).toBeCloseTo(2, 12);
  });

  it('is refused for a carry or a wind that cannot be', () => {
    const refused = (swing: Swing): void =>
      expect(() => aimCard({ swing, curveM: 0, school: 'start-line' })).toThrow(RefusedInput);
    refused({ ...STILL, carryM: 300 });
    refused({ ...STILL, wind: { rightMs: 25, aheadMs: 0 } });
  });

  it('moves the gate by its distance', () => {
    expect(asideMm(-2, 2000)).toBeCloseTo(-69.8, 1);
    expect(asideMm(0, 450)).toBe(0);
  });
});
