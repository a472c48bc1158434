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
  /** How much wider than usual they are. Default 1. */
  readonly width?: number;
}

/** Kinds of students that an academy may have. */
const POPULATIONS = {
  turned: { turnDeg: 4, ownDeg: 1.5, faceDeg: 2.5, readdressDeg: 1 },
  twisted: { turnDeg: 2, ownDeg: 3, faceDeg: 2.5, readdressDeg: 1 },
  good: { turnDeg: 1, ownDeg: 0.7, faceDeg: 0.8, readdressDeg: 0.7 },
  juniors: { turnDeg: 5, ownDeg: 2.5, faceDeg: 4, readdressDeg: 2, width: 0.65 },
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
  /** How much wider than usual their body is. */
  readonly width: number;
}

/** What differs from one world to another beside who stands there. */
export interface Ways {
  /** How differently a student stands from day to day, the whole body together, degrees. */
  readonly dayDeg: number;
  /** How many times as far as usual a line moves before it is read. */
  readonly shuffle: number;
  /** How many times as fast as usual habits drift. */
  readonly drift: number;
}

export const USUAL_WAYS: Ways = { dayDeg: 0.8, shuffle: 1, drift: 1 };

/** Habits have heavier tails than a normal distribution: Student's t of so many degrees of freedom, same deviation. */
const TAILS = 6;
/** A stand is not rigid: between stepping in and its reading each line of it moves by so much on its own, degrees. */
const MOVES_DEG: Angles = {
  face: 0.2,
  toes: 0.2,
  heels: 0.2,
  knees: 0.4,
  hips: 0.7,
  shoulders: 0.9,
  eyes: 1,
};
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
  const { turnDeg, ownDeg, faceDeg, readdressDeg, width = 1 }: Population = kindOf(name, dice);
  const turn = heavyTailed(turnDeg, dice);
  const habit = Object.fromEntries(
    SIMULATED_LINES.map((line) => [
      line,
      line === 'face' ? heavyTailed(faceDeg, dice) : turn + heavyTailed(ownDeg, dice),
    ]),
  ) as unknown as Angles;
  const isTooFar = Object.values(habit).some((deg) => Math.abs(deg) > FARTHEST_DEG);
  return isTooFar ? studentOf(name, dice) : { habit, readdressDeg, width };
}

const along = (line: SimulatedLine, bodyDeg: number): number =>
  line === 'face' ? FACE_LOADING * bodyDeg : bodyDeg;

const eachLine = (of: (line: SimulatedLine) => number): Angles =>
  Object.fromEntries(SIMULATED_LINES.map((line) => [line, of(line)])) as unknown as Angles;

/** One stand of a student as they stepped in, and as each line of it was when it was read. */
export interface SimulatedStand {
  readonly steppedIn: Angles;
  readonly asRead: Angles;
}

/** The stands of one day: it turns the whole body, and each stand turns it again. */
export function standsOfDay(
  { habit, readdressDeg }: SimulatedStudent,
  count: number,
  { dayDeg, shuffle }: Pick<Ways, 'dayDeg' | 'shuffle'>,
  dice: Dice,
): readonly SimulatedStand[] {
  const day = dice.normal(dayDeg);
  return Array.from({ length: count }, () => {
    const step = dice.normal(readdressDeg);
    const steppedIn = eachLine((line) => habit[line] + along(line, day + step));
    return {
      steppedIn,
      asRead: eachLine((line) => steppedIn[line] + dice.normal(shuffle * MOVES_DEG[line])),
    };
  });
}

/** One stand on a day of its own, as it was read. */
export function standOf(student: SimulatedStudent, dice: Dice): Angles {
  const [stand] = standsOfDay(student, 1, USUAL_WAYS, dice);
  return stand?.asRead ?? student.habit;
}

/** How a student stood that day: the mean over its stands. */
export function dayOf(stands: readonly SimulatedStand[]): Angles {
  return eachLine((line) => stands.reduce((sum, s) => sum + s.steppedIn[line], 0) / stands.length);
}

/** How far work on the set-up turns a body at most, degrees, and what it leaves of the face. */
const COACHED = { turnDeg: 5, faceLeft: 0.4 };

/** The same student whom coaching has helped: the turn goes toward square, what is twisted stays. */
export function coached(student: SimulatedStudent): SimulatedStudent {
  const { habit } = student;
  const body = SIMULATED_LINES.filter((line) => line !== 'face');
  const turn = body.reduce((sum, line) => sum + habit[line], 0) / body.length;
  const back = Math.sign(turn) * Math.min(Math.abs(turn), COACHED.turnDeg);
  return {
    ...student,
    habit: eachLine((line) => (line === 'face' ? COACHED.faceLeft * habit.face : habit[line] - back)),
  };
}

/** How habits go on in a month, standard deviations, degrees: as a whole, each line, the face. */
const MONTH_DEG = { turn: 0.6, own: 0.4, face: 0.5 };

/** The same student some days later. @param drift how many times as fast as usual habits go on */
export function later(student: SimulatedStudent, days: number, dice: Dice, drift = 1): SimulatedStudent {
  const month = drift * Math.sqrt(days / 30);
  const turn = dice.normal(MONTH_DEG.turn * month);
  return {
    ...student,
    habit: eachLine(
      (line) =>
        student.habit[line] +
        (line === 'face' ? dice.normal(MONTH_DEG.face * month) : turn + dice.normal(MONTH_DEG.own * month)),
    ),
  };
}
