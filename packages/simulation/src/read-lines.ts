import { type SimulatedLine } from './body.ts';
import { type Dice } from './dice.ts';
import { type LaidString } from './ground.ts';
import { readFaceRod, readGaps, readSquare, type SimulatedGaps } from './instructor.ts';
import { type Angles } from './population.ts';

/** With what a check is read: a tape alone, or clubs and rods held across as well. */
export type Kit = 'bare' | 'rods';

/** One reading of a check, as it is written down. */
export type SimulatedReading = object & { readonly line: SimulatedLine; readonly hold: number };

/** Between the bobs of a rod held across, mm. */
const ROD_MM = 1000;

/** Nobody writes down that two points of a body are less than this apart: they look again. Mm. */
const LEAST_APART_MM = 25;

function likelyGaps(read: () => SimulatedGaps): SimulatedGaps {
  const gaps = read();
  return gaps.baseMm < LEAST_APART_MM ? likelyGaps(read) : gaps;
}

/** Reads lines of one stand, each once. */
export function readLines(
  lines: readonly SimulatedLine[],
  stand: Angles,
  world: {
    readonly kit: Kit;
    readonly string: LaidString;
    readonly hold: number;
    readonly dice: Dice;
    readonly width?: number;
  },
): readonly SimulatedReading[] {
  const { kit, string, hold, dice, width = 1 } = world;
  const tools = { divisionMm: 5, swayMm: 3, baseErrorMm: 5, ...(kit === 'rods' && { rodMm: ROD_MM }) };
  return lines.map((line) => {
    const turnDeg = stand[line];
    const read =
      line !== 'face'
        ? likelyGaps(() =>
            readGaps(line, turnDeg, { string, tools, dice, width }, kit === 'rods' ? 'rod' : 'targetLine'),
          )
        : kit === 'rods'
          ? readFaceRod(turnDeg, { string, dice, divisionMm: 5, seatingDeg: 0.5, lengthMm: 600 })
          : readSquare(turnDeg, { string, dice, divisionMm: 1, squareDeg: 0.2 });
    return { ...read, hold };
  });
}
