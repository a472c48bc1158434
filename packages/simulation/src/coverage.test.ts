import { solveDocument } from '@lotrecht/judging';
import { validateCheckDocument } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { type Dice, diceOf } from './dice.ts';
import { type LaidString, layString } from './ground.ts';
import { readFaceRod, readGaps, readPointsAt, readSquare, type Tools } from './instructor.ts';

/** `LOTRECHT_COVERAGE_RUNS=20000` for the figures that are reported. */
const RUNS = Number(process.env['LOTRECHT_COVERAGE_RUNS'] ?? 1000);
const LAYING = { separationM: 6, stakeMm: 5, sightingDeg: 0.3 };
const TAPE: Tools = { divisionMm: 5, swayMm: 3, baseErrorMm: 5 };
const READDRESS_DEG = 2;

interface Stand {
  readonly dice: Dice;
  /** +1 for a right-hander, −1 for a left-hander: what is seen from outside is mirrored. */
  readonly side: 1 | -1;
  readonly string: LaidString;
  /** The line as the student means to stand; one hold is one draw about it. */
  readonly turnDeg: number;
}

type Observe = (stand: Stand) => readonly object[];

/** Counts how often the true azimuth lies within ± 1.96 u of the stated one. */
function coverage(line: string, observe: Observe, seed: number): number {
  const dice = diceOf(seed);
  let covered = 0;
  for (let i = 0; i < RUNS; i++) {
    const side = i % 2 === 0 ? 1 : -1;
    const stand = { dice, side, string: layString(LAYING, dice), turnDeg: dice.normal(4) } as const;
    const document = validateCheckDocument({
      format: 'lotrecht-check',
      version: 1,
      handedness: side === 1 ? 'right' : 'left',
      targetLine: {
        stakeSeparationM: LAYING.separationM,
        stakeMm: LAYING.stakeMm,
        sightingDeg: LAYING.sightingDeg,
      },
      tolerancesDeg: {},
      order: [],
      observations: observe(stand).map((o) => ({ ...o })),
    });
    const found = solveDocument(document, { answer: 'tape' }).lines[line as 'toes'];
    if (found === undefined) throw new Error(`no ${line}`);
    const off = Math.abs(found.handedAzimuthDeg - stand.turnDeg);
    if (off <= 1.959963984540054 * found.standardUncertaintyDeg) covered += 1;
  }
  return covered / RUNS;
}

const one =
  (line: Parameters<typeof readGaps>[0], tools: Tools = TAPE, along?: 'targetLine' | 'rod'): Observe =>
  ({ turnDeg, ...world }) => [readGaps(line, turnDeg, { ...world, tools }, along)];

/** The same line in several holds: the student steps back in a little differently each time. */
const holds =
  (line: Parameters<typeof readGaps>[0], readings: readonly number[], tools: Tools): Observe =>
  ({ turnDeg, dice, string }) =>
    readings.flatMap((count, hold) => {
      const here = turnDeg + dice.normal(READDRESS_DEG);
      return Array.from({ length: count }, () => ({
        ...readGaps(line, here, { string, tools, dice }),
        hold: hold + 1,
      }));
    });

const pointing =
  (
    line: Parameters<typeof readPointsAt>[0],
    how: { readonly swayMm: number; readonly rod: boolean },
  ): Observe =>
  ({ turnDeg, side, dice }) => [
    readPointsAt(line, turnDeg, { side, dice, ...how, distanceM: 150, errorM: 1 }),
  ];

const ROD: Tools = { ...TAPE, rodMm: 1000 };

/** Each way of reading, the line it reads, and how it is taken. */
const WAYS: readonly (readonly [name: string, line: string, observe: Observe])[] = [
  ['toes by tape', 'toes', one('toes')],
  ['heels by tape', 'heels', one('heels')],
  ['knees, bare', 'knees', one('knees')],
  ['hips, bare', 'hips', one('hips')],
  ['shoulders, bare', 'shoulders', one('shoulders')],
  ['shoulders, bare, in wind', 'shoulders', one('shoulders', { ...TAPE, swayMm: 6 })],
  ['hips, rod across', 'hips', one('hips', ROD)],
  ['shoulders, rod across', 'shoulders', one('shoulders', ROD)],
  ['eyes, rod on the brim', 'eyes', one('eyes', { ...TAPE, rodMm: 600 })],
  ['shoulders, base along the rod', 'shoulders', one('shoulders', ROD, 'rod')],
  [
    'face, square rod, 1 mm rule',
    'face',
    ({ turnDeg, ...world }) => [readSquare(turnDeg, { ...world, divisionMm: 1, squareDeg: 0.3 })],
  ],
  [
    'face, square rod, 5 mm tape',
    'face',
    ({ turnDeg, ...world }) => [readSquare(turnDeg, { ...world, divisionMm: 5, squareDeg: 0.3 })],
  ],
  [
    'face, rod off the face',
    'face',
    ({ turnDeg, ...world }) => [
      readFaceRod(turnDeg, { ...world, divisionMm: 5, seatingDeg: 0.5, lengthMm: 600 }),
    ],
  ],
  ['toes, points at, on marks', 'toes', pointing('toes', { swayMm: 0, rod: false })],
  ['shoulders, points at, on marks', 'shoulders', pointing('shoulders', { swayMm: 3, rod: false })],
  ['eyes, points at, on marks', 'eyes', pointing('eyes', { swayMm: 3, rod: false })],
  ['hips, points at, rod across', 'hips', pointing('hips', { swayMm: 0, rod: true })],
  ['eyes, points at, rod on the brim', 'eyes', pointing('eyes', { swayMm: 0, rod: true })],
  [
    'shoulders, gauge on the rod',
    'shoulders',
    ({ turnDeg, dice, string, side }) => [
      {
        line: 'shoulders',
        by: 'angle',
        readingDeg: side * (turnDeg - (string.turnRad * 180) / Math.PI + dice.normal(1)),
        uncertaintyDeg: 1,
      },
    ],
  ],
  [
    'toes, by eye',
    'toes',
    ({ turnDeg, dice, string, side }) => [
      {
        line: 'toes',
        by: 'eye',
        readingDeg: side * (turnDeg - (string.turnRad * 180) / Math.PI + dice.normal(4)),
      },
    ],
  ],
  [
    'hips, three readings in one hold',
    'hips',
    (stand) => [...one('hips', ROD)(stand), ...one('hips', ROD)(stand), ...one('hips', ROD)(stand)],
  ],
  [
    'face, square rod, three readings with one rod',
    'face',
    ({ turnDeg, string, dice }) => {
      // The same rod lies there for all three: what it is off square is one error.
      const askewDeg = dice.normal(0.5);
      return Array.from({ length: 3 }, () => ({
        ...readSquare(turnDeg - askewDeg, { string, dice, divisionMm: 1, squareDeg: 0 }),
        squareUncertaintyDeg: 0.5,
      }));
    },
  ],
  ['shoulders, two holds', 'shoulders', holds('shoulders', [1, 1], ROD)],
  ['shoulders, three holds', 'shoulders', holds('shoulders', [1, 1, 1], ROD)],
  ['hips, three holds of two readings', 'hips', holds('hips', [2, 2, 2], ROD)],
];

describe('the stated 95 % interval', () => {
  it.each(WAYS)('covers the truth: %s', (name, line, observe) => {
    const seen = coverage(line, observe, 20_261_124);
    process.stdout.write(`| ${name} | ${(100 * seen).toFixed(1)} % |\n`);
    expect(seen).toBeGreaterThan(0.93);
    expect(seen).toBeLessThan(0.97);
  });
});
