import {
  composeCheck,
  judgedByMethod,
  SHIPPED_METHODS,
  solveDocument,
  type TypedReading,
  typedReading,
} from '@lotrecht/contract';
import { assignHolds, HOLDING_TIMES, LINE_NAMES, type LineName } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { type Dice, diceOf } from './dice.ts';
import { layString } from './ground.ts';
import { readFaceRod, readGaps, readSquare } from './instructor.ts';

/** `LOTRECHT_LESSON_RUNS=4000` for the figures that are reported. */
const RUNS = Number(process.env['LOTRECHT_LESSON_RUNS'] ?? 250);
const SEED = 20_261_125;
const LAYING = { separationM: 6, stakeMm: 5, sightingDeg: 0.5 };

/** A student as lessons have them, degrees: turned as a whole, each line a little otherwise, and each stand too. */
const TURN_DEG = 4;
const TWIST_DEG = 1.5;
const FACE_DEG = 2.5;
const READDRESS_DEG = 1;
/** How well an eye that nobody has measured tells an angle. */
const EYE_DEG = 4;
/** From here on a line is told to be probably in or out. */
const LEAN = 0.8;
/** With the student gone: the tape at one mark, and typing what it says. */
const TAPE_S = 4;
const TYPE_S = 2;

const [ALL_PARALLEL] = SHIPPED_METHODS;
if (ALL_PARALLEL === undefined) throw new Error('there are shipped methods');
const METHOD = ALL_PARALLEL;
const { tolerancesDeg, order } = judgedByMethod(METHOD);

interface Plan {
  readonly name: string;
  readonly lines: readonly LineName[];
  readonly rods: boolean;
}

const PLANS: readonly Plan[] = [
  { name: 'quick, bare', lines: ['face', 'toes'], rods: false },
  { name: 'full, bare', lines: [...order, 'heels'], rods: false },
  { name: 'full, rods', lines: [...order, 'heels'], rods: true },
];

type Angles = Readonly<Record<LineName, number>>;

/** Where the student stands by habit. */
function habitOf(dice: Dice): Angles {
  const turn = dice.normal(TURN_DEG);
  return Object.fromEntries(
    LINE_NAMES.map((line) => [line, line === 'face' ? dice.normal(FACE_DEG) : turn + dice.normal(TWIST_DEG)]),
  ) as unknown as Angles;
}

/** The first line in the order that is out, of those that are looked at. */
function firstOut(angles: Partial<Angles>, lines: readonly LineName[]): LineName | null {
  return (
    order.find((line) => {
      const [angle, tolerance] = [angles[line], tolerancesDeg[line]];
      if (!lines.includes(line) || angle === undefined || tolerance === undefined) return false;
      return angle < tolerance[0] || angle > tolerance[1];
    }) ?? null
  );
}

interface Checked {
  readonly holdingS: number;
  readonly totalS: number;
  /** What the application puts first or likely first; undefined where it says neither. */
  readonly said: LineName | null;
  /** It says so for certain. */
  readonly certain: boolean;
  /** Lines that are told in or out, or probably so, and how many of these are right. */
  readonly told: number;
  readonly toldRight: number;
}

const onGround = (line: LineName): boolean => line === 'toes' || line === 'heels';

function holdingS(line: LineName, rods: boolean): number {
  if (line === 'face') return rods ? HOLDING_TIMES.faceRodS : HOLDING_TIMES.squareS;
  if (onGround(line)) return HOLDING_TIMES.groundMarksS;
  return rods ? HOLDING_TIMES.rodS : HOLDING_TIMES.bobsS;
}

/** One check as the screen leads it: holds, marks, the tape afterwards. */
function check(habit: Angles, { lines, rods }: Plan, dice: Dice): Checked {
  const string = layString(LAYING, dice);
  const holds = assignHolds(
    lines.map((line) => ({ line, holdingS: holdingS(line, rods) })),
    { order, longestHoldS: HOLDING_TIMES.longestHoldS, firstHold: 1 },
  );
  const readings = holds.flatMap((hold) => {
    const stand = dice.normal(READDRESS_DEG);
    return hold.readings.map((index): TypedReading => {
      const line = lines[index] ?? 'face';
      const turnDeg = habit[line] + (line === 'face' ? 0.5 * stand : stand);
      const tools = {
        divisionMm: 5,
        swayMm: 3,
        baseErrorMm: 5,
        ...(rods && !onGround(line) && { rodMm: 1220 }),
      };
      const read =
        line === 'face'
          ? rods
            ? readFaceRod(turnDeg, { string, dice, divisionMm: 5, seatingDeg: 0.5, lengthMm: 600 })
            : readSquare(turnDeg, { string, dice, divisionMm: 1, squareDeg: 0.2 })
          : readGaps(
              line,
              turnDeg,
              { string, tools, dice },
              tools.rodMm === undefined ? 'targetLine' : 'rod',
            );
      return { ...typedReading(read as never), hold: hold.hold };
    });
  });
  const document = composeCheck({
    handedness: 'right',
    club: { group: 'mid-iron' },
    target: { distanceM: 150 },
    targetLine: { stakeSeparationM: 6, stakeMm: 5, sightingDeg: 0.5 },
    readings,
  });
  if (document === undefined) throw new Error('a simulated check is complete');
  const { fixFirst, likelyFirst, lines: found } = solveDocument(document);
  const leans = lines.flatMap((line) => {
    const read = found[line];
    const chance = read?.conformanceProbability;
    if (chance === undefined) return [];
    const out = Math.max(read?.tooOpenProbability ?? 0, read?.tooClosedProbability ?? 0);
    return chance >= LEAN || out >= LEAN ? [{ line, isIn: chance >= LEAN }] : [];
  });
  const held = holds.reduce((sum, h) => sum + h.holdingS, 0);
  return {
    holdingS: held,
    totalS: held + (holds.length - 1) * HOLDING_TIMES.stepInS + 2 * lines.length * (TAPE_S + TYPE_S),
    said: fixFirst ?? likelyFirst,
    certain: fixFirst !== null,
    told: leans.length,
    toldRight: leans.filter(({ line, isIn }) => isIn === isInTolerance(habit[line], line)).length,
  };
}

/** Whether an angle is inside its line's tolerance. */
function isInTolerance(deg: number, line: LineName): boolean {
  const [lo, hi] = tolerancesDeg[line] ?? [-Infinity, Infinity];
  return deg >= lo && deg <= hi;
}

/** An instructor who looks, and names the first line that seems out. */
function byEye(
  habit: Angles,
  { lines }: Plan,
  dice: Dice,
): { readonly said: LineName | null; readonly right: number } {
  const seen = Object.fromEntries(
    lines.map((line) => [line, habit[line] + dice.normal(EYE_DEG)]),
  ) as Partial<Angles>;
  return {
    said: firstOut(seen, lines),
    right: lines.filter((line) => isInTolerance(seen[line] ?? 0, line) === isInTolerance(habit[line], line))
      .length,
  };
}

const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

interface Figures {
  readonly holdingS: number;
  /** Of the lines that are told, those told right; and the share that is told at all. */
  readonly right: number;
  readonly told: number;
  readonly eyeRight: number;
  /** What comes first is the line that truly comes first. */
  readonly first: number;
  readonly certainFirst: number;
  readonly eyeFirst: number;
}

function study(plan: Plan): Figures {
  const dice = diceOf(SEED);
  const rounds = Array.from({ length: RUNS }, () => {
    const habit = habitOf(dice);
    const truth = firstOut(habit, plan.lines);
    return { truth, checked: check(habit, plan, dice), eye: byEye(habit, plan, dice) };
  });
  type Round = (typeof rounds)[number];
  const sum = (of: (round: Round) => number): number => rounds.reduce((total, r) => total + of(r), 0);
  const share = (of: (round: Round) => boolean, among = rounds): number =>
    among.filter(of).length / among.length;
  const isFirst = ({ checked, truth }: Round): boolean => checked.said === truth;
  const certain = rounds.filter((r) => r.checked.certain);
  const lines = RUNS * plan.lines.length;
  const figures: Figures = {
    holdingS: median(rounds.map((r) => r.checked.holdingS)),
    right: sum((r) => r.checked.toldRight) / sum((r) => r.checked.told),
    told: sum((r) => r.checked.told) / lines,
    eyeRight: sum((r) => r.eye.right) / lines,
    first: share(isFirst),
    certainFirst: share(isFirst, certain),
    eyeFirst: share((r) => r.eye.said === r.truth),
  };
  const percent = (value: number): string => `${Math.round(100 * value)} %`;
  process.stdout.write(
    `| ${plan.name} | ${figures.holdingS} s | ${median(rounds.map((r) => r.checked.totalS))} s | ` +
      `${percent(figures.right)} of ${percent(figures.told)} | ${percent(figures.eyeRight)} | ` +
      `${percent(figures.first)} | ${percent(figures.certainFirst)} of ${percent(certain.length / RUNS)} | ` +
      `${percent(figures.eyeFirst)} |\n`,
  );
  return figures;
}

describe('a simulated lesson', () => {
  it.each(PLANS.map((p) => [p.name, p] as const))(
    '%s: what is told of a line agrees with the truth oftener than an eye does',
    (_name, plan) => {
      const { right, told, eyeRight, first, eyeFirst, holdingS: held } = study(plan);
      expect(right).toBeGreaterThan(eyeRight + 0.15);
      expect(told).toBeGreaterThan(0.3);
      if (plan.rods) expect(first).toBeGreaterThan(eyeFirst + 0.05);
      expect(held).toBeLessThanOrEqual(3 * HOLDING_TIMES.longestHoldS);
    },
  );
});
