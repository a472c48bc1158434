import { judgedByMethod, SHIPPED_METHODS, solveDocument, toSetup } from '@lotrecht/judging';
import { type CheckDocument } from '@lotrecht/records';
import { answerGroundOf, type LineName, posteriorOf, proportion } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { type Dice, diceOf } from './dice.ts';
import { layString } from './ground.ts';
import { type Angles, standOf, studentOf } from './population.ts';
import { readLines, type SimulatedReading } from './read-lines.ts';

/** `LOTRECHT_STOPPING_RUNS=4000` for the figures that are reported. */
const RUNS = Number(process.env['LOTRECHT_STOPPING_RUNS'] ?? 12);
const REPORTED = RUNS >= 4000;
const SEED = 20_261_128;
const LAYING = { separationM: 6, stakeMm: 5, sightingDeg: 0.5 };
/** Whoever reads on until a verdict comes gives up after so many. */
const MOST_READINGS = 20;
const CALLED_FROM = 0.95;

const [METHOD] = SHIPPED_METHODS;
if (METHOD === undefined) throw new Error('there are shipped methods');
const { tolerancesDeg } = judgedByMethod(METHOD);

type Called = 'in' | 'out' | null;

const documentOf = (observations: readonly SimulatedReading[]): CheckDocument =>
  ({
    format: 'lotrecht-check',
    version: 1,
    handedness: 'right',
    targetLine: LAYING,
    readdressSdDeg: 1,
    method: { id: METHOD.id, version: METHOD.profileVersion },
    observations,
  }) as unknown as CheckDocument;

const byTape = (document: CheckDocument, line: LineName): Called => {
  const verdict = solveDocument(document, { answer: 'tape' }).lines[line]?.verdict;
  return verdict === 'in' || verdict === 'out' ? verdict : null;
};

/** Chances of a line need no points: they stand in closed form. */
const byAnswer = (document: CheckDocument, line: LineName): Called => {
  const points = { today: 1, habit: 1 };
  const { asItStood } = posteriorOf({ ...answerGroundOf(toSetup(document)), points });
  const judged = asItStood?.lines[line].judged;
  if (judged === undefined) throw new Error(`${line} is judged`);
  if (judged.probabilityIn >= CALLED_FROM) return 'in';
  return Math.max(judged.probabilityTooOpen, judged.probabilityTooClosed) >= CALLED_FROM ? 'out' : null;
};

/** A student of the population who stands with this line exactly at a limit, and with the rest as bodies have it. */
function standAtLimit(line: LineName, dice: Dice): Angles {
  const stand = standOf(studentOf('turned', dice), dice);
  const limit = tolerancesDeg[line]?.[dice.uniform() < 0.5 ? 0 : 1] ?? 0;
  const shift = limit - stand[line];
  return Object.fromEntries(
    Object.entries(stand).map(([l, deg]) => [l, l === 'face' ? deg : deg + shift]),
  ) as unknown as Angles;
}

const CALLS = { 'the tape': byTape, 'the answer': byAnswer } as const;
const CASES = [
  ['toes', 'bare'],
  ['shoulders', 'bare'],
  ['shoulders', 'rods'],
] as const;

function say(row: string, count: number): number {
  const { low, high } = proportion(count, RUNS);
  const percent = (p: number): string => (100 * p).toFixed(1);
  process.stdout.write(`| ${row} | ${percent(count / RUNS)} % (${percent(low)} to ${percent(high)}) |\n`);
  return count / RUNS;
}

describe('a line that stands exactly at its limit', () => {
  for (const [line, kit] of CASES) {
    it.each(['the tape', 'the answer'] as const)(`${line}, ${kit}, by %s, is rarely called`, (by) => {
      const dice = diceOf(SEED);
      const called = { in: 0, out: 0, everIn: 0, everOut: 0 };
      for (let run = 0; run < RUNS; run++) {
        const stand = standAtLimit(line, dice);
        const world = { kit, string: layString(LAYING, dice), hold: 1, dice };
        const observations = [...readLines(['face', line], stand, world)];
        let verdict = CALLS[by](documentOf(observations), line);
        if (verdict !== null) called[verdict]++;
        // Read anew, and anew, with the same string and the student still there.
        for (let n = 2; verdict === null && n <= MOST_READINGS; n++) {
          observations.push(...readLines([line], stand, world));
          verdict = CALLS[by](documentOf(observations), line);
        }
        if (verdict !== null) called[verdict === 'in' ? 'everIn' : 'everOut']++;
      }
      const name = `${line}, ${kit}, by ${by}`;
      const seen = {
        in: say(`${name}: called in after one planned reading, at most 6 %`, called.in),
        out: say(`${name}: called out after one planned reading, at most 6 %`, called.out),
        everIn: say(`${name}: called in within ${MOST_READINGS} readings`, called.everIn),
        everOut: say(`${name}: called out within ${MOST_READINGS} readings`, called.everOut),
        ever: say(`${name}: called within ${MOST_READINGS} readings`, called.everIn + called.everOut),
      };
      const slack = REPORTED ? 0.03 : 0.12 * Math.sqrt(60 / RUNS);
      expect(seen.in).toBeLessThanOrEqual(0.06 + slack);
      expect(seen.out).toBeLessThanOrEqual(0.06 + slack);
      expect(seen.everIn).toBeLessThanOrEqual(0.2 + slack);
      expect(seen.everOut).toBeLessThanOrEqual(0.2 + slack);
      // One in four is what the screen says of it.
      expect(seen.ever).toBeLessThanOrEqual(0.3 + slack);
    });
  }
});
