import { describe, expect, it } from 'vitest';
import { aimedAtTargetTurn, ONE_IN_TEN_RAD } from '../sight/aimed-at-target.ts';
import { leanWhilePlacing, offCentreTurn } from './facing-the-ball.ts';
import { feelAtTarget } from './feel.ts';
import { stanceFromSteps, trailFootBackTurn } from './steps.ts';

const DEG = Math.PI / 180;

describe('placing the feet', () => {
  it('25 mm off centre turns the body about 2°, ahead of the ball closed, behind it open', () => {
    expect(offCentreTurn(0.025) / DEG).toBeCloseTo(1.9, 1);
    expect(offCentreTurn(-0.025)).toBe(-offCentreTurn(0.025));
  });

  it('with the shaft leant 5° forward moves the hands 80 mm and closes the body about 6°', () => {
    const { handsAheadM, turnRad } = leanWhilePlacing(5 * DEG);
    expect(handsAheadM * 1000).toBeCloseTo(80, 0);
    expect(turnRad / DEG).toBeCloseTo(6.1, 1);
    expect(leanWhilePlacing(0)).toEqual({ handsAheadM: 0, turnRad: 0 });
  });

  it('with the trail foot 25 mm back on a stance of 450 mm closes it 3.2°', () => {
    expect(trailFootBackTurn(0.025, 0.45) / DEG).toBeCloseTo(3.2, 1);
  });

  it('by steps of one and two foot widths leaves the ball 37.5 % behind the lead foot', () => {
    const stance = stanceFromSteps({ footWidthM: 0.1, leadStepM: 0.1, trailStepM: 0.2 });
    expect(stance.stanceM).toBeCloseTo(0.4, 15);
    expect(stance.ballShare).toBeCloseTo(1.5 / 4, 15);
  });

  it('by equal steps leaves the ball in the middle; a driver’s steps leave it forward', () => {
    expect(stanceFromSteps({ footWidthM: 0.1, leadStepM: 0.1, trailStepM: 0.1 }).ballShare).toBe(0.5);
    expect(stanceFromSteps({ footWidthM: 0.1, leadStepM: 0.025, trailStepM: 0.35 }).ballShare).toBeLessThan(
      0.2,
    );
  });

  it('is refused without feet', () => {
    expect(() => stanceFromSteps({ footWidthM: 0, leadStepM: 0.1, trailStepM: 0.1 })).toThrow('footWidthM');
    expect(() => offCentreTurn(0.025, 0)).toThrow('leverM');
  });
});

describe('aiming beside the target', () => {
  it('by pointing the body at it costs a quarter of a degree', () => {
    expect(aimedAtTargetTurn(0.6, 137) / DEG).toBeCloseTo(0.25, 2);
  });

  it('parallel at 140 m is 0.6 to 0.9 m left, 0.25° to 0.37°', () => {
    expect(aimedAtTargetTurn(0.6, 140) / DEG).toBeCloseTo(0.25, 2);
    expect(aimedAtTargetTurn(0.9, 140) / DEG).toBeCloseTo(0.37, 2);
  });

  it('by one in ten is 5.7° at every distance', () => {
    expect(ONE_IN_TEN_RAD / DEG).toBeCloseTo(5.7, 1);
  });

  it.each([
    [91, 1.6],
    [137, 2.4],
    [229, 4.0],
  ])('by one degree at %i m is %f m', (distanceM, metres) => {
    expect(feelAtTarget(DEG, distanceM)).toBeCloseTo(metres, 1);
  });
});
