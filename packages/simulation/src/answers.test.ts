import { judgedByMethod, SHIPPED_METHODS, solveDocument, toSetup } from '@lotrecht/judging';
import { type CheckDocument, type PosteriorLine, type ResultDocument } from '@lotrecht/records';
import {
  academyPrior,
  degreesFromRadians,
  firstCheckOf,
  kindEvidence,
  type LineName,
  type PriorComponent,
  proportion,
  SHIPPED_PRIOR,
} from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { type Dice, diceOf } from './dice.ts';
import { type LaidString, layString } from './ground.ts';
import { type Angles, later, type PopulationName, standOf, studentOf } from './population.ts';
import { type Kit, readLines, type SimulatedReading } from './read-lines.ts';

/** `npm run studies` wants more, and `LOTRECHT_ANSWER_RUNS=4000` is for the figures that are reported. */
const RUNS = Number(process.env['LOTRECHT_ANSWER_RUNS'] ?? 20);
const REPORTED = RUNS >= 4000;
/** How far chance may take a share of so many runs. @param ofHundred where there are a hundred */
const byChance = (ofHundred: number): number => ofHundred * Math.sqrt(100 / RUNS);
const SEED = 20_261_127;
const LAYING = { separationM: 6, stakeMm: 5, sightingDeg: 0.5 };
const LESSON_DAYS = 21;

const [METHOD] = SHIPPED_METHODS;
if (METHOD === undefined) throw new Error('there are shipped methods');
const { tolerancesDeg, order } = judgedByMethod(METHOD);
const HOLDS: readonly (readonly LineName[])[] = [
  ['face', 'shoulders', 'eyes'],
  ['toes', 'knees', 'hips'],
];

interface Plan {
  readonly name: string;
  readonly kit: Kit;
  /** Lines of each stand. */
  readonly holds: readonly (readonly LineName[])[];
  readonly earlierLessons: number;
  /** How the student steps back in, as it was learned; without, as anyone does. */
  readonly readdressSdDeg?: number;
  /** How the line was sighted, degrees; by eye from behind the ball without. */
  readonly sightingDeg?: number;
}

const FULL_BARE: Plan = { name: 'full, bare', kit: 'bare', holds: HOLDS, earlierLessons: 0 };
const PLANS = {
  quick: { name: 'quick, bare', kit: 'bare', holds: [['face', 'toes']], earlierLessons: 0 },
  bare: FULL_BARE,
  rods: { name: 'full, club or rod across', kit: 'rods', holds: HOLDS, earlierLessons: 0 },
  known: { name: 'full, bare, six earlier lessons', kit: 'bare', holds: HOLDS, earlierLessons: 6 },
} as const satisfies Record<string, Plan>;

interface Round {
  readonly habit: Angles;
  /** Each line as it stood in the hold of its last reading. */
  readonly stood: Angles;
  readonly result: ResultDocument;
  readonly document: CheckDocument;
}

function observed(
  { kit, holds }: Plan,
  stands: readonly Angles[],
  string: LaidString,
  dice: Dice,
): SimulatedReading[] {
  return holds.flatMap((lines, i) =>
    readLines(lines, stands[i] as Angles, { kit, string, hold: i + 1, dice }),
  );
}

/** One check of a student who came before or did not. */
function check(plan: Plan, population: PopulationName, dice: Dice, prior?: readonly PriorComponent[]): Round {
  let student = studentOf(population, dice);
  const laying = { ...LAYING, sightingDeg: plan.sightingDeg ?? LAYING.sightingDeg };
  const targetLine = laying;
  const earlier = Array.from({ length: plan.earlierLessons }, (_, i) => {
    const stands = plan.holds.map(() => standOf(student, dice));
    const observations = observed(plan, stands, layString(laying, dice), dice);
    student = later(student, LESSON_DAYS, dice);
    return { daysBefore: (plan.earlierLessons - i) * LESSON_DAYS, targetLine, observations };
  });
  const stands = plan.holds.map(() => standOf(student, dice));
  const document = {
    format: 'lotrecht-check',
    version: 1,
    handedness: 'right',
    targetLine,
    ...(plan.readdressSdDeg !== undefined && { readdressSdDeg: plan.readdressSdDeg }),
    method: { id: METHOD?.id ?? '', version: METHOD?.profileVersion ?? 1 },
    ...(prior && { prior: { components: prior.map(inDocument) } }),
    ...(earlier.length > 0 && { earlier }),
    observations: observed(plan, stands, layString(laying, dice), dice),
  } as unknown as CheckDocument;
  const stood = { ...student.habit };
  plan.holds.forEach((lines, i) => lines.forEach((line) => (stood[line] = stands[i]?.[line] ?? stood[line])));
  return {
    habit: student.habit,
    stood, // Their tapes err without anybody looking twice: a pair of eyes is read 31 mm apart now and then.
    result: solveDocument(document, { answer: 'live', stored: true }),
    document,
  };
}

const inDocument = (c: PriorComponent) => ({
  weight: c.weight,
  turnSdDeg: degreesFromRadians(c.turnSdRad),
  ownSdDeg: degreesFromRadians(c.ownSdRad),
  faceSdDeg: degreesFromRadians(c.faceSdRad),
  bodyMeanDeg: degreesFromRadians(c.bodyMeanRad),
});

const isIn = (line: LineName, deg: number): boolean => {
  const [lo, hi] = tolerancesDeg[line] ?? [-Infinity, Infinity];
  return deg >= lo && deg <= hi;
};
/** The first line of the order that is truly out, or none. */
const truth = (habit: Angles): LineName | null => order.find((line) => !isIn(line, habit[line])) ?? null;

const share = <T>(all: readonly T[], of: (item: T) => boolean): number =>
  all.filter(of).length / Math.max(1, all.length);
/** A share with its own 95 % interval. */
function say(row: string, count: number, of: number): void {
  const { low, high } = proportion(count, of);
  const percent = (p: number): string => (100 * p).toFixed(1);
  process.stdout.write(
    `| ${row} | ${percent(count / of)} % (${percent(low)} to ${percent(high)}) | ${of} |\n`,
  );
}

const roundsOf = (plan: Plan, population: PopulationName, prior?: readonly PriorComponent[]): Round[] => {
  const dice = diceOf(SEED);
  return Array.from({ length: RUNS }, () => check(plan, population, dice, prior));
};

const posteriorOf = ({ result }: Round): NonNullable<ResultDocument['posterior']> => {
  if (result.posterior === undefined) throw new Error('an answer was asked for');
  return result.posterior;
};

const isFirst = (r: Round): boolean => posteriorOf(r).first === truth(r.habit);

/** Every probability of a judged line with what it turned out to be. */
const judgements = (rounds: readonly Round[]): readonly { readonly p: number; readonly was: boolean }[] =>
  rounds.flatMap((round) =>
    order.flatMap((line) => {
      const of: PosteriorLine = posteriorOf(round).lines[line];
      if (of.probabilityIn === undefined) return [];
      const deg = round.habit[line];
      return [
        { p: of.probabilityIn, was: isIn(line, deg) },
        { p: of.probabilityTooOpen ?? 0, was: !isIn(line, deg) && (line === 'face' ? deg > 0 : deg < 0) },
        { p: of.probabilityTooClosed ?? 0, was: !isIn(line, deg) && (line === 'face' ? deg < 0 : deg > 0) },
      ];
    }),
  );

/** The greatest distance of a reliability bin from what it states, of bins with 200 or more. */
function worstBin(rounds: readonly Round[]): number {
  const all = judgements(rounds);
  const bins = Array.from({ length: 10 }, (_, i) =>
    all.filter(({ p }) => Math.min(9, Math.floor(p * 10)) === i),
  );
  return Math.max(
    0,
    ...bins
      .filter((bin) => bin.length >= 200)
      .map((bin) => Math.abs(share(bin, (j) => j.was) - bin.reduce((sum, j) => sum + j.p, 0) / bin.length)),
  );
}

/** How often the habit lies within the posterior's 95 % interval, over all lines. */
const covered = (rounds: readonly Round[]): readonly boolean[] =>
  rounds.flatMap((round) =>
    order.map((line) => {
      const { meanDeg, standardDeviationDeg } = posteriorOf(round).lines[line];
      return Math.abs(round.habit[line] - meanDeg) <= 1.959964 * standardDeviationDeg;
    }),
  );

describe('what comes first', () => {
  // Beside the target: what a run of `npm test` may fall below it by chance.
  const slack = REPORTED ? 0.01 : byChance(0.12);
  it.each([
    [PLANS.quick, 0.6],
    [PLANS.bare, 0.62],
    [PLANS.rods, 0.66],
    [PLANS.known, 0.75],
  ] as const)('%o is right as often as it has to be', (plan, least) => {
    const rounds = roundsOf(plan, 'turned');
    const right = rounds.filter(isFirst).length;
    say(`${plan.name}: first right, at least ${100 * least} %`, right, RUNS);
    expect(right / RUNS).toBeGreaterThanOrEqual(least - slack);
  });

  it('is right when it is called certain', () => {
    const rounds = [...roundsOf(PLANS.bare, 'turned'), ...roundsOf(PLANS.rods, 'turned')];
    const certain = rounds.filter((r) => {
      const { first, lines, probabilityNoneFirst } = posteriorOf(r);
      return (first === null ? probabilityNoneFirst : (lines[first].probabilityFirst ?? 0)) >= 0.8;
    });
    const right = certain.filter(isFirst).length;
    say('called certain: right, at least 85 %', right, Math.max(1, certain.length));
    expect(right / Math.max(1, certain.length)).toBeGreaterThanOrEqual(0.85 - slack);
  });
});

describe('what is told of a line', () => {
  // What is shown: of the stand with one hold, of the habit with several.
  it.each([
    [{ ...FULL_BARE, name: 'full, bare, in one hold', holds: [HOLDS.flat()] }, 0.5],
    [{ ...FULL_BARE, name: 'full, bare, two holds, stepping in learned', readdressSdDeg: 1 }, 0.5],
    [{ ...FULL_BARE, name: 'full, bare, two holds, first lesson' }, 0.3],
  ] as const)('is right in nine cases of ten: %o', (plan, leastTold) => {
    const told = roundsOf(plan, 'turned').flatMap((round) => {
      const { asItStood } = posteriorOf(round);
      const truly = asItStood === null ? round.habit : round.stood;
      return order.flatMap((line) => {
        const of = (asItStood ?? posteriorOf(round)).lines[line];
        const out = Math.max(of.probabilityTooOpen ?? 0, of.probabilityTooClosed ?? 0);
        const saysIn = (of.probabilityIn ?? 0) >= 0.8;
        return saysIn || out >= 0.8 ? [saysIn === isIn(line, truly[line])] : [];
      });
    });
    const right = told.filter(Boolean).length;
    say(`${plan.name}: told lines right, at least 90 %`, right, told.length);
    say(`${plan.name}: lines told, at least ${100 * leastTold} %`, told.length, RUNS * order.length);
    expect(right / told.length).toBeGreaterThanOrEqual(0.9 - (REPORTED ? 0.01 : byChance(0.05)));
    expect(told.length / (RUNS * order.length)).toBeGreaterThanOrEqual(
      leastTold - (REPORTED ? 0 : byChance(0.08)),
    );
  });

  it('is as probable as it says', () => {
    const first = worstBin(roundsOf(PLANS.bare, 'turned'));
    const known = worstBin(roundsOf(PLANS.known, 'turned'));
    process.stdout.write(
      `| worst reliability bin, first lesson, at most 0.11; with history, at most 0.06 | ${first.toFixed(3)}; ${known.toFixed(3)} |\n`,
    );
    expect(first).toBeLessThanOrEqual(0.11 + (REPORTED ? 0 : byChance(0.09)));
    expect(known).toBeLessThanOrEqual(0.06 + (REPORTED ? 0 : byChance(0.09)));
  });
});

describe('a set-up that is ruled out as the cause', () => {
  // What rules out: every line judged, by rod, each laid on and seated anew several times, from a line sighted well.
  const readings = (times: number): readonly (readonly LineName[])[] =>
    HOLDS.map((lines) => Array.from({ length: times }, () => lines).flat());
  const plan = { ...PLANS.rods, sightingDeg: 0.2, readdressSdDeg: 0.7 };
  it.each([
    ['each line once', { ...plan }],
    ['each line three times', { ...plan, holds: readings(3) }],
    ['each line three times, six earlier lessons', { ...plan, holds: readings(3), earlierLessons: 6 }],
  ] as const)('was in order as it stood: %s', (name, ruled) => {
    const rounds = roundsOf(ruled, 'good');
    const isInOrder = ({ stood }: Round): boolean => order.every((line) => isIn(line, stood[line]));
    const out = rounds.filter((r) => posteriorOf(r).asRead.allInProbability >= 0.95);
    if (out.length > 0)
      say(`${name}: ruled out truly, at least 95 %`, out.filter(isInOrder).length, out.length);
    say(`${name}: good set-ups ruled out`, out.length, rounds.length);
    if (out.length >= 100) expect(share(out, isInOrder)).toBeGreaterThanOrEqual(0.93);
    // As probable as it says, also below: of those called three in four or better no more are wrong.
    const likely = rounds.filter((r) => posteriorOf(r).asRead.allInProbability >= 0.75);
    expect(share(likely, isInOrder)).toBeGreaterThanOrEqual(
      likely.length > 20 ? 0.75 - (REPORTED ? 0.05 : byChance(0.05)) : 0,
    );
  });
});

describe('the interval of the habit, after sixty students of an academy', () => {
  it.each(['turned', 'twisted', 'good', 'juniors', 'mixed'] as const)(
    'covers the truth: %s',
    (population) => {
      const dice = diceOf(SEED + 1);
      const first = Array.from({ length: 60 }, () => check(PLANS.bare, population, dice));
      const prior = academyPrior(
        SHIPPED_PRIOR,
        first.map(({ document }) => kindEvidence(SHIPPED_PRIOR, firstCheckOf(toSetup(document)))),
      );
      const inside = covered(roundsOf(PLANS.bare, population, prior));
      say(`${population}: covered, 92 to 98 %`, inside.filter(Boolean).length, inside.length);
      const seen = share(inside, Boolean);
      // Juniors step in wider than a first check can know.
      expect(seen).toBeGreaterThanOrEqual(0.91 - (REPORTED ? 0 : byChance(0.03)));
      // Good students do not meet it: they step in closer than a first check allows for (`docs/numerics.md`).
      expect(seen).toBeLessThanOrEqual(REPORTED ? 0.98 : RUNS < 100 ? 1 : 0.995);
    },
  );
});
