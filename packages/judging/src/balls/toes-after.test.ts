import { type BallRunInput, type CheckDocument } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { solveDocument } from '../check/solve-document.ts';
import { toesAfterShot } from './toes-after.ts';

const run: BallRunInput['run'] = {
  clubGroup: 'mid-iron',
  carryM: 140,
  target: { distanceM: 150 },
  windRightMs: 0,
  windAheadMs: 0,
  help: 'cued',
  place: 'range',
  balls: [],
};

/** Toes by tape from the string. */
function checkOf(handedness: 'right' | 'left', trailGapMm: number, startLineDeg?: number) {
  const document: CheckDocument = {
    format: 'lotrecht-check',
    version: 1,
    handedness,
    ...(startLineDeg !== undefined && { startLineDeg }),
    targetLine: { stakeSeparationM: 6, sightingDeg: 0.2 },
    observations: [{ line: 'toes', by: 'gaps', leadGapMm: 600, trailGapMm, baseMm: 360 }],
  };
  return { document, result: solveDocument(document) };
}

describe('the club on the toes after a shot', () => {
  it('says nothing where none was laid, and where nobody read the toes', () => {
    expect(toesAfterShot(run, checkOf('right', 600))).toBeNull();
    expect(toesAfterShot({ ...run, toesAfterDeg: 2 }, null)).toBeNull();
  });

  it('points left of the target by what the feet are apart from the ball, and that is parallel', () => {
    // 0.6 m at 150 m: 0.23° left for a right-hander, right for a left-hander.
    for (const [hand, deg] of [
      ['right', -0.23],
      ['left', 0.23],
    ] as const) {
      const after = toesAfterShot({ ...run, toesAfterDeg: deg }, checkOf(hand, 600));
      expect(after?.differs).toBe(false);
      expect(Math.abs(after?.fromReadDeg ?? 9)).toBeLessThan(0.5);
    }
  });

  it('that points 10° away says that the feet stood otherwise, and to which side', () => {
    const after = toesAfterShot({ ...run, toesAfterDeg: -10 }, checkOf('right', 600));
    expect(after?.differs).toBe(true);
    expect(after?.fromReadDeg).toBeCloseTo(-9.8, 0);
    expect(toesAfterShot({ ...run, toesAfterDeg: 10 }, checkOf('left', 600))?.fromReadDeg).toBeCloseTo(
      9.8,
      0,
    );
  });

  it('is told from the target also where the set-up was judged from a start line', () => {
    const plain = toesAfterShot({ ...run, toesAfterDeg: -10 }, checkOf('right', 600));
    const from = toesAfterShot({ ...run, toesAfterDeg: -10 }, checkOf('right', 600, -3));
    expect(from?.fromReadDeg).toBeCloseTo(plain?.fromReadDeg ?? 0, 0);
  });
});
