import { type SimulatedLine } from './body.ts';
import { type Dice } from './dice.ts';

/** How students of a kind stand, standard deviations, degrees. */
interface Population {
  /** The body as a whole. */
  readonly turnDeg: number;
  /** A line of the body, off the others. */
  readonly ownDeg: number;
  readonly faceDeg: number;
  /** How they step back in, the whole body together. */
  readonly readdressDeg: number;
}

/** Kinds of students that an academy may have. */
const POPULATIONS = {
  turned: { turnDeg: 4, ownDeg: 1.5, faceDeg: 2.5, readdressDeg: 1 },
  twisted: { turnDeg: 2, ownDeg: 3, faceDeg: 2.5, readdressDeg: 1 },
  good: { turnDeg: 1, ownDeg: 0.7, faceDeg: 0.8, readdressDeg: 0.7 },
  juniors: { turnDeg: 5, ownDeg: 2.5, faceDeg: 4, readdressDeg: 2 },
} as const satisfies Record<string, Population>;

/** A population, or all of them in equal parts. */
export type PopulationName = keyof typeof POPULATIONS | 'mixed';

const SIMULATED_LINES = ['face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'] as const;

/** φ of every line, degrees. */
export type Angles = Readonly<Record<SimulatedLine, number>>;

/** A student: where they stand by habit, and how they step in. */
export interface SimulatedStudent {
  readonly habit: Angles;
  readonly readdressDeg: number;
}

/** Habits have heavier tails than a normal distribution: Student's t of so many degrees of freedom, same deviation. */
const TAILS = 6;
/** A stand is not rigid: each line of it moves by so much on its own, degrees. */
const OWN_OF_STAND_DEG = 0.3;
/** The face is held by the hands, and goes along with a stand by half. */
const FACE_LOADING = 0.5;

/** Nobody stands farther off than this, whatever the tails say, degrees. */
const FARTHEST_DEG = 25;

function heavyTailed(standardDeviation: number, dice: Dice): number {
  let chiSquare = 0;
  for (let i = 0; i < TAILS; i++) chiSquare += dice.normal(1) ** 2;
  const drawn =
    (dice.normal(standardDeviation) * Math.sqrt((TAILS - 2) / TAILS)) / Math.sqrt(chiSquare / TAILS);
  return Math.abs(drawn) > FARTHEST_DEG ? heavyTailed(standardDeviation, dice) : drawn;
}

function kindOf(name: PopulationName, dice: Dice): Population {
  if (name !== 'mixed') return POPULATIONS[name];
  const all = Object.values(POPULATIONS);
  return all[Math.floor(dice.uniform() * all.length)] ?? POPULATIONS.turned;
}

/** The next student of a population. */
export function studentOf(name: PopulationName, dice: Dice): SimulatedStudent {
  const { turnDeg, ownDeg, faceDeg, readdressDeg } = kindOf(name, dice);
  const turn = heavyTailed(turnDeg, dice);
  const habit = Object.fromEntries(
    SIMULATED_LINES.map((line) => [
      line,
      line === 'face' ? heavyTailed(faceDeg, dice) : turn + heavyTailed(ownDeg, dice),
    ]),
  ) as unknown as Angles;
  const isTooFar = Object.values(habit).some((deg) => Math.abs(deg) > FARTHEST_DEG);
  return isTooFar ? studentOf(name, dice) : { habit, readdressDeg };
}

/** One stand of a student: the whole body a little otherwise, and each line a little on its own. */
export function standOf({ habit, readdressDeg }: SimulatedStudent, dice: Dice): Angles {
  const step = dice.normal(readdressDeg);
  return Object.fromEntries(
    SIMULATED_LINES.map((line) => [
      line,
      habit[line] + (line === 'face' ? FACE_LOADING * step : step) + dice.normal(OWN_OF_STAND_DEG),
    ]),
  ) as unknown as Angles;
}

/** How habits go on in a month, standard deviations, degrees: as a whole, each line, the face. */
const MONTH_DEG = { turn: 0.6, own: 0.4, face: 0.5 };

/** The same student some days later. */
export function later({ habit, readdressDeg }: SimulatedStudent, days: number, dice: Dice): SimulatedStudent {
  const month = Math.sqrt(days / 30);
  const turn = dice.normal(MONTH_DEG.turn * month);
  const moved = Object.fromEntries(
    SIMULATED_LINES.map((line) => [
      line,
      habit[line] +
        (line === 'face' ? dice.normal(MONTH_DEG.face * month) : turn + dice.normal(MONTH_DEG.own * month)),
    ]),
  ) as unknown as Angles;
  return { habit: moved, readdressDeg };
}
