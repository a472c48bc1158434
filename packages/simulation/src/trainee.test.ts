import { eyeFound, nextTurnDeg, type SideAnswer } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { diceOf } from './dice.ts';
import { saysRight, type Trainee } from './trainee.ts';

/** `LOTRECHT_TRAINEES=2000` for the figures that are reported. */
const TRAINEES = Number(process.env['LOTRECHT_TRAINEES'] ?? 24);
const REPORTED = TRAINEES >= 1000;
const SEED = 20_261_128;

/** Biases and thresholds evenly, not as the grid of the code under test thinks of them. */
function traineeOf(dice: ReturnType<typeof diceOf>): Trainee {
  return {
    biasDeg: -7 + 14 * dice.uniform(),
    noiseDeg: 0.6 * (4 / 0.6) ** dice.uniform(),
    slips: 0.02,
  };
}

function answered(trainee: Trainee, count: number, dice: ReturnType<typeof diceOf>): readonly SideAnswer[] {
  const answers: SideAnswer[] = [];
  while (answers.length < count) {
    const turnDeg = nextTurnDeg(answers);
    answers.push({ turnDeg, saidRight: saysRight(trainee, turnDeg, dice) });
  }
  return answers;
}

const median = (all: readonly number[]): number => all.toSorted((a, b) => a - b)[all.length >> 1] ?? NaN;

describe('trainees whose bias and threshold are known', () => {
  it(
    'have them found within what is said, after 20 and after 40 pictures',
    () => {
      const dice = diceOf(SEED);
      const within = { 20: 0, 40: 0 };
      const off = { 20: [] as number[], 40: [] as number[] };
      const biasOff: number[] = [];
      for (let n = 0; n < TRAINEES; n++) {
        const trainee = traineeOf(dice);
        const all = answered(trainee, 40, dice);
        for (const count of [20, 40] as const) {
          const { bias, threshold } = eyeFound(all.slice(0, count));
          if (bias.lowDeg <= trainee.biasDeg && trainee.biasDeg <= bias.highDeg) within[count] += 1;
          off[count].push(Math.abs(threshold.meanDeg / trainee.noiseDeg - 1));
          if (count === 20) biasOff.push(Math.abs(bias.meanDeg - trainee.biasDeg));
        }
      }
      const shares = [within[20] / TRAINEES, within[40] / TRAINEES];
      const medians = [median(off[20]), median(off[40])];
      process.stdout.write(
        `bias within its interval: ${shares.map((s) => (100 * s).toFixed(1)).join(', ')} %; ` +
          `off by ${median(biasOff).toFixed(2)}°; threshold off by ${medians.map((m) => (100 * m).toFixed(0)).join(', ')} %\n`,
      );
      for (const share of shares) {
        expect(share).toBeGreaterThan(REPORTED ? 0.93 : 0.95 - 0.07 * Math.sqrt(120 / TRAINEES));
        expect(share).toBeLessThan(REPORTED ? 0.97 : 1.01);
      }
      expect(medians[0]).toBeLessThan(0.35 + (TRAINEES < 120 ? 0.1 : 0));
      expect(medians[1]).toBeLessThan(0.25 + (TRAINEES < 120 ? 0.1 : 0));
    },
    60_000 + 200 * TRAINEES,
  );

  it('who always say the same, or answer by the toss of a coin, are still shown turns that can be drawn', () => {
    const dice = diceOf(SEED + 1);
    for (const says of [() => true, () => false, () => dice.uniform() < 0.5]) {
      const answers: SideAnswer[] = [];
      for (let n = 0; n < 60; n++) {
        const turnDeg = nextTurnDeg(answers);
        expect(Math.abs(turnDeg)).toBeLessThanOrEqual(12);
        answers.push({ turnDeg, saidRight: says() });
      }
      const { bias, threshold } = eyeFound(answers);
      for (const value of [bias.meanDeg, bias.lowDeg, bias.highDeg, threshold.meanDeg, threshold.highDeg])
        expect(Number.isFinite(value)).toBe(true);
      expect(bias.lowDeg).toBeLessThan(bias.highDeg);
    }
    // A staircase that is answered is never the same picture for long.
    const trainee = { biasDeg: 4, noiseDeg: 1.5, slips: 0.02 };
    const turns = answered(trainee, 40, dice).map(({ turnDeg }) => turnDeg);
    expect(new Set(turns).size).toBeGreaterThan(8);
  });
});
