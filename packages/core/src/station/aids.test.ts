import { describe, expect, it } from 'vitest';
import { gateRod, heightAtGate } from './gate-rod.ts';
import { markTurn, permittedLayingError } from './mark-laying.ts';
import { railsParallelism } from './rails.ts';
import { eyeOffLineTurn, wrongEyeTurn } from './sighting.ts';
import { squareness } from './square-rod.ts';

const DEG = Math.PI / 180;

describe('a mark on the line', () => {
  // Worked numbers of the trade: a fingertip of 5 mm, by distance of the mark.
  it.each([
    [0.06, 4.8, 1],
    [0.4, 0.72, 2],
    [1, 0.29, 2],
    [4, 0.07, 2],
  ])('laid 5 mm aside at %f m turns the line %f°', (markM, degrees, digits) => {
    expect(markTurn(0.005, markM) / DEG).toBeCloseTo(degrees, digits);
  });

  it.each([
    [0.06, 1.0],
    [0.4, 7],
    [1, 17],
  ])('at %f m must be laid to %f mm for one degree', (markM, mm) => {
    expect(permittedLayingError(DEG, markM) * 1000).toBeCloseTo(mm, 0);
  });

  it('is refused behind the ball and on it, by name', () => {
    for (const markM of [0, -0.4]) expect(() => markTurn(0.005, markM)).toThrow('markM');
    expect(() => permittedLayingError(0, 1)).toThrow('turnRad');
  });

  it('laid as far to the other side turns the line as far the other way', () => {
    expect(markTurn(-0.005, 0.4)).toBe(-markTurn(0.005, 0.4));
  });
});

describe('rails', () => {
  it('620 and 630 mm apart over 1.22 m are 0.47° out of parallel', () => {
    const rails = railsParallelism({ nearGapM: 0.62, farGapM: 0.63, lengthM: 1.22 });
    expect(rails.handedAzimuthRad / DEG).toBeCloseTo(0.47, 2);
    expect(rails.standardUncertaintyRad / DEG).toBeCloseTo(0.096, 3);
  });

  it('of equal gaps are parallel, never minus zero', () => {
    expect(Object.is(railsParallelism({ nearGapM: 0.6, farGapM: 0.6, lengthM: 1 }).handedAzimuthRad, 0)).toBe(
      true,
    );
  });

  it.each([
    [{ nearGapM: 0.6, farGapM: 0.6, lengthM: 0 }, 'lengthM'],
    [{ nearGapM: Number.NaN, farGapM: 0.6, lengthM: 1 }, 'nearGapM'],
    [{ nearGapM: 0.6, farGapM: 60, lengthM: 1 }, 'farGapM'],
  ])('are refused where they cannot lie: %#', (rails, field) => {
    expect(() => railsParallelism(rails)).toThrow(field);
  });
});

describe('the square rod', () => {
  it('is square with sides 3, 4 and 5', () => {
    const { errorRad, squareDiagonalM } = squareness({ alongM: 0.9, acrossM: 1.2, diagonalM: 1.5 });
    expect(errorRad).toBeCloseTo(0, 15);
    expect(squareDiagonalM).toBeCloseTo(1.5, 15);
  });

  it('is wide of square when the diagonal is too long, by what the law of cosines says', () => {
    const corner = 92 * DEG;
    const diagonalM = Math.sqrt(0.8 ** 2 + 0.6 ** 2 - 2 * 0.8 * 0.6 * Math.cos(corner));
    expect(squareness({ alongM: 0.8, acrossM: 0.6, diagonalM }).errorRad / DEG).toBeCloseTo(2, 10);
  });

  it('has the uncertainty that small changes of its sides make', () => {
    const sides = { alongM: 0.8, acrossM: 0.6, diagonalM: 1.01 };
    const step = 1e-6;
    const slopes = (['alongM', 'acrossM', 'diagonalM'] as const).map(
      (side) =>
        (squareness({ ...sides, [side]: sides[side] + step }).errorRad -
          squareness({ ...sides, [side]: sides[side] - step }).errorRad) /
        (2 * step),
    );
    expect(squareness(sides).standardUncertaintyRad).toBeCloseTo(
      (Math.hypot(...slopes) * 0.005) / Math.sqrt(12),
      9,
    );
  });

  it('is refused where three sides make no triangle', () => {
    expect(() => squareness({ alongM: 0.3, acrossM: 0.3, diagonalM: 0.7 })).toThrow('no triangle');
    expect(() => squareness({ alongM: 0.9, acrossM: 0.3, diagonalM: 0.5 })).toThrow('no triangle');
  });
});

describe('sighting from behind the ball', () => {
  it.each([
    [1, 1.4],
    [2.7, 0.5],
  ])('with an eye 25 mm off the line costs %f m back %f°', (behindM, degrees) => {
    expect(Math.abs(eyeOffLineTurn(0.025, behindM)) / DEG).toBeCloseTo(degrees, 1);
  });

  it('from the right sights to the left', () => {
    expect(eyeOffLineTurn(0.025, 2)).toBeLessThan(0);
    expect(eyeOffLineTurn(-0.025, 2)).toBeGreaterThan(0);
  });

  it('with the wrong eye over a plumb line held at 0.6 m costs 6°', () => {
    expect(wrongEyeTurn(0.6) / DEG).toBeCloseTo(6, 1);
  });
});

describe('the gate rod', () => {
  it.each([
    [11, 0.39],
    [28, 1.06],
  ])('2 m ahead is passed by a ball of %f° launch at %f m', (launch, height) => {
    expect(heightAtGate(2, launch * DEG)).toBeCloseTo(height, 2);
  });
});

describe('a leaning gate rod', () => {
  const wish = { gateM: 2, launchRad: 17 * DEG, leanRad: 10 * DEG, rodM: 1.22 };

  it('is passed where it was wanted: foot and lean meet the flight at the gate', () => {
    const { heightM, footM, alongRodM } = gateRod(wish);
    expect(heightM).toBeCloseTo(0.611, 3);
    expect(footM + alongRodM * Math.sin(10 * DEG)).toBeCloseTo(2, 12);
    expect(alongRodM * Math.cos(10 * DEG)).toBeCloseTo(heightM, 12);
  });

  it('upright is planted at the gate itself', () => {
    expect(gateRod({ ...wish, leanRad: 0 })).toMatchObject({ footM: 2, reaches: true });
  });

  it('that is flown over says so', () => {
    expect(gateRod({ ...wish, gateM: 5 }).reaches).toBe(false);
  });

  it.each([{ leanRad: -0.1 }, { leanRad: 1 }, { rodM: 0 }, { gateM: -2 }])('is refused: %o', (bad) => {
    expect(() => gateRod({ ...wish, ...bad })).toThrow(Object.keys(bad)[0]);
  });
});
