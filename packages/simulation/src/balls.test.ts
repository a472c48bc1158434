import { bendOf, causeOfRun, posteriorOfRun, proportion, type RunCause, seenByTaps } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { GATE_M, hitBall, type SimulatedBall, type SimulatedSwing } from './balls.ts';
import { type Dice, diceOf } from './dice.ts';

/** `LOTRECHT_BALL_RUNS=2000` for the figures that are reported. */
const RUNS = Number(process.env['LOTRECHT_BALL_RUNS'] ?? 12);
const REPORTED = RUNS >= 1000;
const SEED = 20_261_129;
const BALLS = 8;

/** As a player of middling speed has them. */
const CLUBS = [
  { club: 'wedge', carryM: 60, loftDeg: 40, attackDeg: -5, spinPerS: 8500 / 60, speedMs: 26.5, share: 0.7 },
  {
    club: 'mid-iron',
    carryM: 140,
    loftDeg: 24,
    attackDeg: -4,
    spinPerS: 6200 / 60,
    speedMs: 45.5,
    share: 0.74,
  },
  {
    club: 'driver',
    carryM: 205,
    loftDeg: 13.1,
    attackDeg: -1,
    spinPerS: 2900 / 60,
    speedMs: 62.5,
    share: 0.85,
  },
] as const;

/** What is truly wrong with a student, in equal parts. */
const FAULTS = ['nothing', 'face', 'path', 'aim'] as const;
type Fault = (typeof FAULTS)[number];

interface Truth {
  readonly swing: SimulatedSwing;
  readonly bodyDeg: number;
  readonly faceAtAddressDeg: number;
  readonly cause: RunCause;
}

const side = (dice: Dice): number => (dice.uniform() < 0.5 ? -1 : 1);

function truthOf(fault: Fault, known: (typeof CLUBS)[number], dice: Dice): Truth {
  const { club: _club, carryM: _carry, ...clubHas } = known;
  const out = fault === 'aim' ? side(dice) * (5 + 3 * dice.uniform()) : 0;
  const bodyDeg = out + dice.normal(0.7);
  const faceAtAddressDeg = dice.normal(0.7);
  const swing: SimulatedSwing = {
    ...clubHas,
    faceDeg:
      faceAtAddressDeg +
      dice.normal(0.6) +
      (fault === 'face' ? side(dice) * (3.5 + 2.5 * dice.uniform()) : 0),
    pathDeg: bodyDeg + dice.normal(1) + (fault === 'path' ? side(dice) * (5 + 4 * dice.uniform()) : 0),
    faceSpreadDeg: 1.5,
    pathSpreadDeg: 2,
    share: known.share + dice.normal(0.05 / 1.96),
    bends: Math.max(0.3, 1 + dice.normal(0.3 / 1.96)),
    windMs: [dice.normal(1.5), dice.normal(1.5)],
  };
  const pathAgrees = Math.abs(swing.pathDeg - bodyDeg) < 3;
  const faceAgrees = Math.abs(swing.faceDeg - faceAtAddressDeg) < 2;
  const cause =
    fault === 'aim' ? 'aim' : pathAgrees ? (faceAgrees ? 'as-set-up' : 'face') : faceAgrees ? 'path' : 'both';
  return { swing, bodyDeg, faceAtAddressDeg, cause };
}

/** The tape’s uncertainty of the set-up that the run followed, degrees. */
const TAPE_DEG = 0.7;

const tally = { balls: 0, face: 0, path: 0, ballFace: 0, ballPath: 0, told: 0, right: 0, runs: 0 };

function oneRun(fault: Fault, known: (typeof CLUBS)[number], dice: Dice): void {
  const { swing, bodyDeg, faceAtAddressDeg, cause } = truthOf(fault, known, dice);
  const balls = Array.from({ length: BALLS }, (): SimulatedBall => hitBall(swing, dice));
  const bend = bendOf({
    club: known.club,
    carryM: known.carryM,
    wind: { rightMs: swing.windMs[0], aheadMs: swing.windMs[1] },
  });
  const seen = balls.map(({ widths, tappedDeg }) =>
    seenByTaps({ start: { widths, gateM: GATE_M }, finish: { bearingDeg: tappedDeg } }),
  );
  const said = posteriorOfRun(seen, bend);
  const within = (deg: number, { lowDeg, highDeg }: { lowDeg: number; highDeg: number }): number =>
    Number(deg >= lowDeg && deg <= highDeg);
  tally.face += within(swing.faceDeg, said.face);
  tally.path += within(swing.pathDeg, said.path);
  for (const [n, ball] of balls.entries()) {
    const region = said.balls[n];
    if (region === undefined) throw new Error('every ball has a region');
    tally.balls++;
    tally.ballFace += within(ball.faceDeg, region.faceDeg);
    tally.ballPath += within(ball.pathDeg, region.pathDeg);
  }
  const found = causeOfRun(said, {
    body: { meanDeg: bodyDeg + dice.normal(TAPE_DEG), sdDeg: TAPE_DEG },
    face: { meanDeg: faceAtAddressDeg + dice.normal(TAPE_DEG), sdDeg: TAPE_DEG },
    outProbability: fault === 'aim' ? 0.97 : 0.1,
  });
  tally.runs++;
  if (!found.told) return;
  tally.told++;
  tally.right += Number(found.cause === cause || (cause === 'aim' && found.cause === 'brought-back'));
}

function say(row: string, count: number, of: number): number {
  const { low, high } = proportion(count, of);
  const percent = (p: number): string => (100 * p).toFixed(1);
  process.stdout.write(`| ${row} | ${percent(count / of)} % (${percent(low)} to ${percent(high)}) |\n`);
  return count / of;
}

describe('runs of eight balls, tapped as people tap', () => {
  it(
    'say face and path with the coverage they claim, and causes that are right',
    () => {
      const dice = diceOf(SEED);
      for (let run = 0; run < RUNS; run++)
        for (const fault of FAULTS) oneRun(fault, CLUBS[run % CLUBS.length] as (typeof CLUBS)[number], dice);
      const covered = [
        say('usual face within its 95 % interval', tally.face, tally.runs),
        say('usual path within its 95 % interval', tally.path, tally.runs),
        say('face of a ball within its region', tally.ballFace, tally.balls),
        say('path of a ball within its region', tally.ballPath, tally.balls),
      ];
      const told = say('a cause is told', tally.told, tally.runs);
      const right = say('what is told is right', tally.right, tally.told);
      for (const share of covered) {
        expect(share).toBeGreaterThan(REPORTED ? 0.93 : 0.88);
        expect(share).toBeLessThan(REPORTED ? 0.97 : 1.01);
      }
      expect(told).toBeGreaterThan(0.5);
      expect(right).toBeGreaterThan(REPORTED ? 0.85 : 0.8);
    },
    60_000 + 1_000 * RUNS,
  );
});
