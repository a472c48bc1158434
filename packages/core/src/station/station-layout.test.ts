import { describe, expect, it } from 'vitest';
import { stanceFromSteps } from '../setup/steps.ts';
import { footprints } from './footprints.ts';
import { FAR_PEG_M, stationLayout, type StationWish, tapeDistances } from './station-layout.ts';

const wish: StationWish = {
  handedness: 'right',
  toesToBallM: 0.6,
  stanceM: 0.4,
  ballShare: 0.375,
  footWidthM: 0.1,
  shoeLengthM: 0.29,
  rodM: 1.22,
  slideAheadM: 0.4,
  markM: 0.4,
  gateM: 2,
  launchRad: (17 * Math.PI) / 180,
  gateLeanRad: (10 * Math.PI) / 180,
  line: 'rod',
  sightFromM: 2.5,
  clubM: 0.95,
};

describe('a station', () => {
  it('has a toe rod parallel to the target rod, and feet with the ball where the table has it', () => {
    const { items } = stationLayout(wish);
    const of = (code: string) => items.find((i) => i.code === code)?.points ?? [];
    expect(of('toe-rod').map((p) => p.xM)).toEqual([-0.6, -0.6]);
    expect(of('target-rod').map((p) => p.yM)).toEqual([0.4, 1.62]);
    const [lead, trail] = [of('lead-foot')[0]?.yM ?? 0, of('trail-foot')[0]?.yM ?? 0];
    expect(lead - trail).toBeCloseTo(0.4, 12);
    expect(lead / (lead - trail)).toBeCloseTo(0.375, 12);
  });

  it('gives steps from feet together that end in that ball position', () => {
    const { steps } = stationLayout(wish);
    expect([steps.leadM, steps.trailM]).toEqual([expect.closeTo(0.1, 12), expect.closeTo(0.2, 12)]);
    const stepped = stanceFromSteps({ footWidthM: 0.1, leadStepM: steps.leadM, trailStepM: steps.trailM });
    expect(stepped.ballShare).toBeCloseTo(steps.ballShare, 12);
    // A driver's ball is further forward than the lead foot's middle: no step back, and the share that gives.
    const driver = stationLayout({ ...wish, stanceM: 0.5, ballShare: 0.08 }).steps;
    expect(driver.leadM).toBe(0);
    expect(driver.ballShare).toBeCloseTo(0.1, 12);
  });

  it('is found with a tape from two points, and keeps people out of club, arms and rod', () => {
    const { items, keepOutM, gate } = stationLayout(wish);
    for (const { points } of items) {
      for (const point of points) {
        const { fromBallM, fromPegM } = tapeDistances(point);
        // Back from the two distances to the point, on the player's side.
        const y = (fromBallM ** 2 - fromPegM ** 2 + FAR_PEG_M ** 2) / (2 * FAR_PEG_M);
        const x = -Math.sqrt(Math.max(0, fromBallM ** 2 - y ** 2));
        expect(y).toBeCloseTo(point.yM, 9);
        expect(x).toBeCloseTo(point.xM, 6);
      }
    }
    expect(keepOutM).toBeCloseTo(0.95 + 0.7 + 1.22, 12);
    expect(gate.heightM).toBeCloseTo(0.611, 3);
    expect(items.find((i) => i.code === 'gate-rod')?.points[0]?.yM).toBe(gate.footM);
  });

  it('is mirrored for a left-hander, number for number', () => {
    const right = stationLayout(wish);
    const left = stationLayout({ ...wish, handedness: 'left' });
    const mirrored = left.items.map(({ code, points }) => ({
      code,
      points: points.map(({ xM, yM }) => ({ xM: xM === 0 ? 0 : -xM, yM })),
    }));
    expect(mirrored).toEqual(right.items);
    expect(left.steps).toEqual(right.steps);
  });

  it('lies along a string instead, on the far side where no foot stands, as long as it is', () => {
    const { items } = stationLayout({ ...wish, line: 'string' });
    expect(items.some((i) => i.code === 'target-rod')).toBe(false);
    const [back, ahead] = items.find((i) => i.code === 'string')?.points ?? [];
    expect(back?.xM).toBe(0.15);
    expect(ahead?.xM).toBe(0.15);
    expect((ahead?.yM ?? 0) - (back?.yM ?? 0)).toBe(6);
  });

  it.each([{ stanceM: -1 }, { ballShare: 2 }, { rodM: 0 }, { gateM: Number.NaN }])('refuses %o', (bad) => {
    expect(() => stationLayout({ ...wish, ...bad })).toThrow(Object.keys(bad)[0]);
  });
});

describe('footprints', () => {
  const feet = {
    handedness: 'right',
    leadGapM: 0.571,
    trailGapM: 0.602,
    toeBaseM: 0.45,
    leadAheadM: 0.2,
    shoeLengthM: 0.29,
    leadFlareRad: (20 * Math.PI) / 180,
    trailFlareRad: 0,
  } as const;

  it('have their heels where the flare puts them: nearer to the middle and further from the line', () => {
    const [lead, trail] = footprints(feet);
    expect(lead?.heel.xM).toBeCloseTo(-(0.571 + 0.29 * Math.cos(feet.leadFlareRad)), 12);
    expect(lead?.heel.yM).toBeCloseTo(0.2 - 0.29 * Math.sin(feet.leadFlareRad), 12);
    expect(trail?.toe).toEqual({ xM: -0.602, yM: -0.25 });
    expect(trail?.heel.yM).toBe(-0.25);
  });

  it('are mirrored for a left-hander', () => {
    const left = footprints({ ...feet, handedness: 'left' });
    footprints(feet).forEach((print, i) => {
      expect(left[i]?.toe).toEqual({ xM: -print.toe.xM, yM: print.toe.yM });
      expect(left[i]?.heel).toEqual({ xM: -print.heel.xM, yM: print.heel.yM });
    });
  });

  it('are refused for feet that nobody has', () => {
    expect(() => footprints({ ...feet, shoeLengthM: 2 })).toThrow('shoeLengthM');
    expect(() => footprints({ ...feet, trailGapM: 9 })).toThrow('trailGapM');
  });
});
