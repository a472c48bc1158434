import { judgedByMethod, SHIPPED_METHODS, toSetup } from '@lotrecht/judging';
import { type CheckDocument } from '@lotrecht/records';
import {
  answerGroundOf,
  type AtHand,
  FULL_DEPTH,
  HOLDING_TIMES,
  LEAST_GAIN,
  type LineName,
  nextReading,
  type NextReading,
  proportion,
} from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { type Dice, diceOf } from './dice.ts';
import { layString } from './ground.ts';
import { standOf, studentOf } from './population.ts';
import { readLines } from './read-lines.ts';

/** `LOTRECHT_ADVICE_RUNS=1000` for the figures that are reported. */
const RUNS = Number(process.env['LOTRECHT_ADVICE_RUNS'] ?? 4);
const REPORTED = RUNS >= 300;
const LAYING = { separationM: 6, stakeMm: 5, sightingDeg: 0.5 };
const DEG = Math.PI / 180;

const [METHOD] = SHIPPED_METHODS;
if (METHOD === undefined) throw new Error('there are shipped methods');
const { order } = judgedByMethod(METHOD);

const AT_HAND: AtHand = {
  rodM: 1.22,
  tapeDivisionM: 0.005,
  faceDivisionM: 0.001,
  plumbM: 0.003,
  gauge: false,
  eyeRad: 4 * DEG,
};

/** A check in which some of the lines were read, in the order in which hands fall on them. */
function begun(dice: Dice): CheckDocument {
  const stand = standOf(studentOf('mixed', dice), dice);
  const world = {
    kit: dice.uniform() < 0.5 ? 'bare' : 'rods',
    string: layString(LAYING, dice),
    hold: 1,
    dice,
  } as const;
  const lines = order.filter(() => dice.uniform() < 0.5);
  const read: readonly LineName[] = lines.length === 0 ? ['face'] : lines;
  return {
    format: 'lotrecht-check',
    version: 1,
    handedness: 'right',
    targetLine: LAYING,
    method: { id: METHOD?.id, version: METHOD?.profileVersion },
    observations: readLines(read, stand, world),
  } as unknown as CheckDocument;
}

const named = (advice: NextReading): string =>
  advice.advice === 'read'
    ? `${advice.next.line} ${advice.next.by} ${advice.next.rod ? 'rod' : 'bare'}`
    : advice.advice;
const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

describe('the next reading, thought of the short way', () => {
  it('is the same as with everything, in nine checks of ten', () => {
    const dice = diceOf(20_261_129);
    const [short, full]: [number[], number[]] = [[], []];
    let [same, sameLine] = [0, 0];
    const timed = (into: number[], work: () => NextReading): NextReading => {
      const startedAt = performance.now();
      const advice = work();
      into.push(performance.now() - startedAt);
      return advice;
    };
    for (let run = 0; run < RUNS; run++) {
      const state = {
        ground: answerGroundOf(toSetup(begun(dice))),
        atHand: AT_HAND,
        times: HOLDING_TIMES,
        hold: 1,
        heldS: HOLDING_TIMES.longestHoldS,
        holdsLeft: 3,
        leastGain: LEAST_GAIN,
      };
      const quick = timed(short, () => nextReading(state));
      const whole = timed(full, () => nextReading({ ...state, depth: FULL_DEPTH }));
      if (named(quick) === named(whole)) same++;
      if (named(quick).split(' ')[0] === named(whole).split(' ')[0]) sameLine++;
    }
    const say = (row: string, count: number): void => {
      const { low, high } = proportion(count, RUNS);
      const percent = (p: number): string => (100 * p).toFixed(1);
      process.stdout.write(
        `| ${row} | ${percent(count / RUNS)} % (${percent(low)} to ${percent(high)}) | ${RUNS} |\n`,
      );
    };
    say('the same line and way, at least 90 %', same);
    say('the same line', sameLine);
    process.stdout.write(
      `| median of the short way, at most 60 ms; of the full one, at most 2 s | ${median(short).toFixed(1)} ms; ${median(full).toFixed(0)} ms |\n`,
    );
    expect(same / RUNS).toBeGreaterThanOrEqual(REPORTED ? 0.89 : RUNS < 12 ? 0.5 : 0.6);
  });
});
