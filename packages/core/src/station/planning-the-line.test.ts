import { describe, expect, it } from 'vitest';
import { solveSetup } from '../setup/solve.ts';
import { type Setup } from '../setup/setup.ts';
import { aidVerdict } from './aid-verdict.ts';
import { bearingBeside, pointedAt, requireLandmark } from './landmarks.ts';
import { type MarkPlanInput, nearestMarkWithin, plannedMark } from './mark-plan.ts';
import { railsParallelism } from './rails.ts';
import { sightingUncertainty, targetLineBudget } from './target-line-budget.ts';

const DEG = Math.PI / 180;

describe('the budget of a target line', () => {
  it('names what dominates it and what alone would halve it', () => {
    const byEye = targetLineBudget({ stakeSeparationM: 6, sightingRad: 0.5 * DEG });
    expect(byEye.dominatedBy).toBe('sighting');
    expect(byEye.halvedBy.separationM).toBeNull();
    const better = targetLineBudget({ stakeSeparationM: 6, sightingRad: byEye.halvedBy.sightingRad ?? 1 });
    expect(better.uncertaintyRad).toBeCloseTo(byEye.uncertaintyRad / 2, 12);

    const rod = targetLineBudget({ stakeSeparationM: 1.22, sightingRad: 0.1 * DEG });
    expect(rod.dominatedBy).toBe('stakes');
    const longer = targetLineBudget({
      stakeSeparationM: rod.halvedBy.separationM ?? 1,
      sightingRad: 0.1 * DEG,
    });
    expect(longer.uncertaintyRad).toBeCloseTo(rod.uncertaintyRad / 2, 12);
  });

  it('has nothing to halve where nothing is stated', () => {
    expect(targetLineBudget({})).toEqual({
      uncertaintyRad: 0,
      stakesRad: 0,
      sightingRad: 0,
      dominatedBy: null,
      halvedBy: { separationM: null, sightingRad: null },
    });
  });

  it('writes 0.2° for a plumb line, 0.5° from two metres and more by eye, 1° from nearer', () => {
    const deg = (aid: 'plumb-line' | 'none', behindM: number) => sightingUncertainty({ aid, behindM }) / DEG;
    expect([deg('plumb-line', 1), deg('none', 3), deg('none', 2), deg('none', 1.9)]).toEqual([
      expect.closeTo(0.2, 12),
      expect.closeTo(0.5, 12),
      expect.closeTo(0.5, 12),
      expect.closeTo(1, 12),
    ]);
  });
});

describe('an aid', () => {
  it('620 to 630 over 1.22 m is not laid true within 0.25°; equal gaps are', () => {
    const rails = { nearGapM: 0.62, farGapM: 0.63, lengthM: 1.22, resolutionM: 0.001 };
    expect(aidVerdict(railsParallelism(rails), 0.25 * DEG).verdict).toBe('out');
    expect(aidVerdict(railsParallelism({ ...rails, farGapM: 0.62 }), 0.25 * DEG).verdict).toBe('in');
    expect(aidVerdict(railsParallelism({ ...rails, farGapM: 0.6253 }), 0.25 * DEG).verdict).toBe(
      'cannot-tell',
    );
  });
});

describe('the mark planner', () => {
  const input: MarkPlanInput = {
    handedness: 'right',
    layingErrorM: 0.005,
    eyeInsideM: 0.4,
    targetM: 137,
    followed: 0.1,
    toleranceRad: 1.5 * DEG,
  };

  it('shows for 4.1 m a mark 13 m right of the target, 5.4°, and 0.07° for 5 mm', () => {
    const mark = plannedMark(input, 4.1);
    expect(mark.seemingAtTargetM).toBeCloseTo(13, 1);
    expect(mark.seemingRad / DEG).toBeCloseTo(5.4, 1);
    expect(mark.layingTurnRad / DEG).toBeCloseTo(0.07, 2);
    expect(mark.sumRad).toBeCloseTo(mark.layingTurnRad + 0.1 * mark.seemingRad, 12);
  });

  it('finds the nearest mark within the tolerance, and everything farther is within too', () => {
    const nearest = nearestMarkWithin(input) ?? 0;
    expect(plannedMark(input, nearest).sumRad).toBeLessThanOrEqual(input.toleranceRad);
    expect(plannedMark(input, nearest * 0.999).sumRad).toBeGreaterThan(input.toleranceRad);
    for (const farther of [1.1, 2, 10]) {
      expect(plannedMark(input, nearest * farther).sumRad).toBeLessThan(input.toleranceRad);
    }
  });

  it('without giving in to what it seems needs what laying alone needs: 0.29 m for 1° and 5 mm', () => {
    expect(nearestMarkWithin({ ...input, followed: 0, toleranceRad: DEG })).toBeCloseTo(0.286, 3);
  });

  it('mirrors for a left-hander', () => {
    const left = plannedMark({ ...input, handedness: 'left' }, 4.1);
    expect(left.seemingAtTargetM).toBe(-plannedMark(input, 4.1).seemingAtTargetM);
    expect(nearestMarkWithin({ ...input, handedness: 'left' })).toBe(nearestMarkWithin(input));
  });

  it('says that nothing serves, and refuses what cannot be', () => {
    expect(nearestMarkWithin({ ...input, targetM: 2, followed: 1, toleranceRad: 1e-4 })).toBeNull();
    expect(() => plannedMark(input, 200)).toThrow('markM');
    expect(() => plannedMark({ ...input, followed: 1.2 }, 4)).toThrow('followed');
  });
});

describe('landmarks', () => {
  const raft = { distanceM: 150, bearingRad: 2 * DEG };

  it('tapped 3.8° left of the raft at 150 m read 10 m left', () => {
    const point = pointedAt(2 * DEG - 3.8 * DEG, raft, 0.5 * DEG);
    expect(point.lateralM).toBeCloseTo(-9.96, 2);
    expect(point.lateralUncertaintyM).toBeCloseTo(1.31, 2);
    expect(point.bearingRad / DEG).toBeCloseTo(-3.8, 12);
  });

  it('stand beside another by an offset square to its line', () => {
    expect(bearingBeside(0, 120, 0.1)).toBe(0.1);
    expect(bearingBeside(-20, 150, 0) / DEG).toBeCloseTo(-7.66, 2);
    expect(() => bearingBeside(200, 150, 0)).toThrow('lateralM');
  });

  it('behind or beside the player are refused', () => {
    expect(() => requireLandmark({ distanceM: 100, bearingRad: 100 * DEG })).toThrow('beside or behind');
    expect(() => requireLandmark({ distanceM: -5, bearingRad: 0 })).toThrow('distanceM');
    expect(() => pointedAt(50 * DEG, raft, 0.01)).toThrow('bearingRad');
  });
});

describe('a target line found wrong afterwards', () => {
  const laid: Setup = {
    handedness: 'left',
    targetLine: { stakeSeparationM: 6, sightingRad: 0.5 * DEG },
    tolerancesRad: { toes: [-2 * DEG, 2 * DEG], face: [-1.5 * DEG, 1.5 * DEG] },
    order: ['face', 'toes'],
    observations: [
      { line: 'toes', by: 'gaps', leadGapM: 0.571, trailGapM: 0.602, baseM: 0.45 },
      { line: 'face', by: 'angle', readingRad: 1 * DEG },
    ],
  };
  const found = { turnedRad: 3 * DEG, uncertaintyRad: 0.1 * DEG };
  const rebased: Setup = { ...laid, targetLine: { ...laid.targetLine, found } };

  it('turns every azimuth by the same angle and takes the new uncertainty', () => {
    const [before, after] = [solveSetup(laid), solveSetup(rebased)];
    after.lines.forEach((line, i) => {
      expect((line.azimuthRad - (before.lines[i]?.azimuthRad ?? 0)) / DEG).toBeCloseTo(3, 12);
      expect(line.measurementUncertaintyRad).toBe(before.lines[i]?.measurementUncertaintyRad);
    });
    expect(after.targetLineUncertaintyRad).toBe(found.uncertaintyRad);
  });

  it('moves the trail toe on the tape that still hangs on the laid string', () => {
    const [toes] = solveSetup(rebased).lines;
    const moved = 0.602 + (toes?.move?.distanceM ?? 0);
    const [there] = solveSetup({
      ...rebased,
      observations: [{ line: 'toes', by: 'gaps', leadGapM: 0.571, trailGapM: moved, baseM: 0.45 }],
    }).lines;
    expect((there?.handedAzimuthRad ?? 1) / DEG).toBeCloseTo(0, 10);
  });

  it('leaves twist and turn’s spread as they were: they never held the target line', () => {
    const [before, after] = [solveSetup(laid).turn, solveSetup(rebased).turn];
    expect(after?.standardUncertaintyRad).toBe(before?.standardUncertaintyRad);
    expect(after?.pValue).toBeCloseTo(before?.pValue ?? 0, 12);
  });
});
