import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { RefusedInput } from '../refusal/refused-input.ts';
import { aimFor, impactFor } from './find-impact.ts';
import { type Flown, fly, type Moment } from './fly.ts';
import { LAUNCHES, type LaunchClub } from './launch.ts';
import { ballSpeedFor, heightAhead, type Impact, type Shot, shotOf, type Swing } from './shot.ts';

interface Input {
  readonly club: LaunchClub;
  readonly carryM: number;
  readonly windRightMs: number;
  readonly windAheadMs: number;
}
interface Case<More, Out> {
  readonly input: Input & More;
  readonly expected: Out;
}
const cases = JSON.parse(readFileSync(new URL('./flight-cases.json', import.meta.url), 'utf8')) as {
  readonly shots: readonly Case<Impact, object>[];
  readonly aims: readonly Case<{ readonly faceToPathDeg: number }, object>[];
  readonly impacts: readonly Case<{ readonly startDeg: number; readonly finishDeg: number }, object>[];
};

const swingOf = ({ club, carryM, windRightMs: rightMs, windAheadMs: aheadMs }: Input): Swing => ({
  club,
  carryM,
  wind: { rightMs, aheadMs },
});
const STILL = { rightMs: 0, aheadMs: 0 };
const CLUBS = Object.keys(LAUNCHES) as readonly LaunchClub[];
const swingWith = (club: LaunchClub, wind = STILL): Swing => ({
  club,
  carryM: {
    wedge: 60,
    'short-iron': 105,
    'mid-iron': 140,
    'long-iron': 165,
    'fairway-wood': 180,
    driver: 205,
  }[club],
  wind,
});

/** Within 2e-3 of what was worked out elsewhere, absolute or relative. */
function expectNear(found: object, expected: object): void {
  for (const [field, value] of Object.entries(expected) as [string, number][]) {
    const off = Math.abs((found as Readonly<Record<string, number>>)[field] as number) - Math.abs(value);
    const same = Math.sign((found as Readonly<Record<string, number>>)[field] as number) === Math.sign(value);
    expect(same || Math.abs(value) < 2e-3, field).toBe(true);
    expect(Math.min(Math.abs(off), Math.abs(off / value)), field).toBeLessThan(2e-3);
  }
}

describe('a flight', () => {
  it('meets shots, aims and impacts that were worked out elsewhere', () => {
    for (const { input, expected } of cases.shots) expectNear(shotOf(swingOf(input), input), expected);
    for (const { input, expected } of cases.aims)
      expectNear(aimFor(swingOf(input), input.faceToPathDeg), expected);
    for (const { input, expected } of cases.impacts) expectNear(impactFor(swingOf(input), input), expected);
  });

  it('is the same to the left and to the right', () => {
    for (const club of CLUBS) {
      const right = shotOf(swingWith(club, { rightMs: 4, aheadMs: -3 }), { faceDeg: 3, pathDeg: -2 });
      const left = shotOf(swingWith(club, { rightMs: -4, aheadMs: -3 }), { faceDeg: -3, pathDeg: 2 });
      for (const field of ['startDeg', 'finishDeg', 'lateralM', 'curveDeg'] as const)
        expect(right[field] + left[field], field).toBeCloseTo(0, 9);
      for (const field of ['ballSpeedMs', 'carryM', 'timeS', 'descentDeg'] as const)
        expect(right[field] - left[field], field).toBeCloseTo(0, 9);
    }
  });

  it('gains no energy in still air', () => {
    const ball: Flown = { velocity: [3, 58, 15], spinRpm: 3200, spinAxis: [0.96, 0, 0.28], wind: STILL };
    const moments: Moment[] = [{ aheadM: 0, heightM: 0, speedMs: Math.hypot(3, 58, 15) }];
    fly(ball, 0.02, (moment) => moments.push(moment));
    expect(moments.length).toBeGreaterThan(200);
    const energies = moments.map(({ heightM, speedMs }) => speedMs ** 2 / 2 + 9.81 * heightM);
    for (const [n, energy] of energies.entries())
      if (n > 0) expect(energy).toBeLessThan(energies[n - 1] as number);
  });

  it('does not change where its step is halved, or taken as fine as one can', () => {
    const ball: Flown = {
      velocity: [3, 62, 14],
      spinRpm: 2900,
      spinAxis: [0.98, 0, 0.199],
      wind: { rightMs: 5, aheadMs: -8 },
    };
    const usual = fly(ball);
    for (const stepS of [0.01, 0.002, 0.001]) {
      const finer = fly(ball, stepS);
      for (const field of ['rightM', 'aheadM', 'timeS', 'descentRad'] as const)
        expect(Math.abs((usual?.[field] ?? NaN) - (finer?.[field] ?? NaN)), field).toBeLessThan(1e-6);
    }
  });

  it('of a straight face and path is straight in still air, and is blown by wind', () => {
    const straight = shotOf(swingWith('mid-iron'), { faceDeg: 0, pathDeg: 0 });
    expect(straight.lateralM).toBe(0);
    expect(straight.carryM).toBeCloseTo(140, 6);
    const blown = shotOf(swingWith('mid-iron', { rightMs: 8, aheadMs: 0 }), { faceDeg: 0, pathDeg: 0 });
    expect(blown.lateralM).toBeGreaterThan(10);
    const helped = shotOf(swingWith('mid-iron', { rightMs: 0, aheadMs: 6 }), { faceDeg: 0, pathDeg: 0 });
    expect(helped.carryM).toBeGreaterThan(straight.carryM);
  });

  it('of a wedge is over a gate that a driver flies through', () => {
    expect(heightAhead(swingWith('wedge'), 2)).toBeCloseTo(1.06, 1);
    expect(heightAhead(swingWith('driver'), 2)).toBeLessThan(0.5);
  });

  it('is found again from where it started and came down', () => {
    for (const club of CLUBS) {
      const swing = swingWith(club, { rightMs: 3, aheadMs: 2 });
      const hit: Impact = { faceDeg: 2.5, pathDeg: -1.5 };
      const seen: Shot = shotOf(swing, hit);
      const found = impactFor(swing, seen);
      expect(found.faceDeg).toBeCloseTo(hit.faceDeg, 6);
      expect(found.pathDeg).toBeCloseTo(hit.pathDeg, 6);
      const aim = aimFor(swing, -2);
      expect(shotOf(swing, aim).lateralM).toBeCloseTo(0, 5);
      expect(aim.faceDeg - aim.pathDeg).toBeCloseTo(-2, 9);
    }
  });

  it('of a carry that nobody has is refused, with what the club carries', () => {
    for (const [carryM, word] of [
      [400, 'out-of-range'],
      [5, 'out-of-range'],
      [Number.NaN, 'not-finite'],
    ] as const) {
      const refused = (() => {
        try {
          ballSpeedFor('mid-iron', carryM);
        } catch (error) {
          return error;
        }
        return null;
      })();
      expect(refused).toBeInstanceOf(RefusedInput);
      expect(refused).toMatchObject({ code: word, field: 'carryM' });
      expect((refused as RefusedInput).detail.most).toBeGreaterThan(180);
    }
  });

  it('is refused in a storm, behind the player, and where nothing bends so far', () => {
    const refused = (work: () => unknown, field: string): void => {
      expect(work).toThrow(expect.objectContaining({ field }) as Error);
    };
    const none: Impact = { faceDeg: 0, pathDeg: 0 };
    refused(() => shotOf(swingWith('driver', { rightMs: 15, aheadMs: 14 }), none), 'windRightMs');
    refused(() => shotOf(swingWith('driver', { rightMs: 0, aheadMs: Number.NaN }), none), 'windAheadMs');
    refused(() => shotOf(swingWith('driver'), { faceDeg: 61, pathDeg: 0 }), 'faceDeg');
    refused(() => impactFor(swingWith('wedge'), { startDeg: 0, finishDeg: 170 }), 'finishDeg');
    refused(() => impactFor(swingWith('wedge'), { startDeg: -40, finishDeg: 50 }), 'finishDeg');
    refused(() => aimFor(swingWith('driver'), 70), 'faceToPathDeg');
  });
});
