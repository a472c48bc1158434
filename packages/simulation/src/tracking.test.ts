import { radiansFromDegrees, type SeriesLesson, trackSeries } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { type Dice, diceOf } from './dice.ts';
import { shareRow } from './said-share.ts';

/** `LOTRECHT_TRACKING_RUNS=4000` for the figures that are reported. */
const RUNS = Number(process.env['LOTRECHT_TRACKING_RUNS'] ?? 100);
/** Of longer courses, which take longer. */
const LONG_RUNS = Math.ceil(RUNS / 4);
const SEED = 20_261_126;
const TOLERANCE_DEG = [-2, 2] as const;
/** How students stand within a lesson, and what a reading adds, degrees. */
const WITHIN_DEG = 1.2;
const READING_DEG = 0.6;
const LINE_DEG = 0.3;
const REPS = 3;

/** How students change: standard deviation of a month's walk 0°, 0.5°, 1.2° and 2.4°, as variance a day. */
const WALKS = [
  ['does not change', 0],
  ['changes slowly', 0.01],
  ['changes', 0.05],
  ['changes fast', 0.2],
] as const;

/** The true level at each lesson, lesson by lesson. */
type Truth = readonly { readonly day: number; readonly deg: number }[];

/** Lessons at uneven distances: weekly at first, then every few weeks. */
function days(count: number, dice: Dice): readonly number[] {
  let day = 20_000;
  return Array.from({ length: count }, () => (day += 5 + Math.floor(30 * dice.uniform())));
}

/** What an instructor reads of that truth. */
function readLessons(truth: Truth, dice: Dice): readonly SeriesLesson[] {
  return truth.map(({ day, deg }) => {
    const line = dice.normal(LINE_DEG);
    return {
      day,
      targetLineUncertaintyRad: radiansFromDegrees(LINE_DEG),
      reps: Array.from({ length: REPS }, () => ({
        handedAzimuthRad: radiansFromDegrees(deg + line + dice.normal(WITHIN_DEG) + dice.normal(READING_DEG)),
        measurementUncertaintyRad: radiansFromDegrees(READING_DEG),
      })),
    };
  });
}

function track(truth: Truth, dice: Dice) {
  return trackSeries({
    line: 'toes',
    toleranceRad: [radiansFromDegrees(TOLERANCE_DEG[0]), radiansFromDegrees(TOLERANCE_DEG[1])],
    lessons: readLessons(truth, dice),
  });
}

/** A level that walks: variance a day as given, degrees². */
function walking(count: number, qDeg: number, dice: Dice): Truth {
  let [deg, before] = [dice.normal(4), 0];
  return days(count, dice).map((day) => {
    if (before > 0) deg += dice.normal(Math.sqrt(qDeg * (day - before)));
    before = day;
    return { day, deg };
  });
}

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
const say = (row: string): boolean => process.stdout.write(`| ${row} |\n`);

describe('tracking, by a simulation that knows the truth', () => {
  it('covers the truth with the 95 % band of the level, whether students change or not', () => {
    let [insideAll, lessonsAll] = [0, 0];
    for (const [name, q] of WALKS) {
      const dice = diceOf(SEED);
      let [inside, all] = [0, 0];
      for (let run = 0; run < LONG_RUNS; run++) {
        const truth = walking(12, q, dice);
        for (const [i, { filtered }] of track(truth, dice).lessons.entries()) {
          const at = radiansFromDegrees(truth[i]?.deg ?? Number.NaN);
          all++;
          if (Math.abs(filtered.levelRad - at) <= 1.959964 * filtered.standardDeviationRad) inside++;
        }
      }
      say(`${name} | ${percent(inside / all)}`);
      insideAll += inside;
      lessonsAll += all;
      expect(inside / all).toBeGreaterThan(0.92);
    }
    say(`all of them | ${percent(insideAll / lessonsAll)}`);
    // A day of 0.8° is allowed for, which these students do not have.
    expect(insideAll / lessonsAll).toBeLessThan(0.995);
  });

  it('finds a relapse within few lessons, and seldom one that is none', () => {
    const dice = diceOf(SEED);
    const [good, bad] = [0.3, 5];
    const delays: number[] = [];
    let [alarms, quiet] = [0, 0];
    for (let run = 0; run < LONG_RUNS; run++) {
      const calendar = days(14, dice);
      const relapsed = calendar.map((day, i) => ({ day, deg: i < 8 ? good : bad }));
      const flag = track(relapsed, dice).flags.find((f) => f.code === 'relapse');
      const at = flag === undefined ? -1 : calendar.indexOf(flag.day);
      if (at >= 8) delays.push(at - 8);
      const steady = calendar.map((day) => ({ day, deg: good }));
      quiet++;
      if (track(steady, dice).flags.some((f) => f.code === 'relapse')) alarms++;
    }
    const found = delays.length / LONG_RUNS;
    const median = delays.toSorted((a, b) => a - b)[Math.floor(delays.length / 2)];
    say(`relapse by ${bad - good}° found within six lessons | ${percent(found)}`);
    say(`lessons after the first bad one, median | ${median}`);
    say(`relapse told of a steady student, in fourteen lessons | ${percent(alarms / quiet)}`);
    expect(found).toBeGreaterThan(0.9);
    expect(median).toBeLessThanOrEqual(2);
    expect(alarms / quiet).toBeLessThan(0.02);
  });
});

/** A student of tracks: how they stand over lessons, and what is not seen of how they are read. */
interface Course {
  /** Where they stand at each lesson, degrees. */
  readonly levels: readonly number[];
  readonly dayDeg: number;
  readonly setUps: number;
  /** How far the line of a lesson lies off, and how far it is said to lie, degrees. */
  readonly line: { readonly trueDeg: number; readonly toldDeg: number };
  /** Repeats of a lesson are alike: so much of what reads them is one error for all. */
  readonly alike: number;
  /** One set-up in so many is a slip of 4°. */
  readonly slipOf: number;
  /** In so many of the first lessons the set-up was worked on. */
  readonly workedOn: number;
}

const STEADY: Course = {
  levels: [2, 2, 2, 2, 2, 2, 2, 2],
  dayDeg: 0.8,
  setUps: 3,
  line: { trueDeg: 0.3, toldDeg: 0.3 },
  alike: 0,
  slipOf: Number.POSITIVE_INFINITY,
  workedOn: 0,
};
const SLIP_DEG = 4;
/** How differently they step in, degrees. */
const STEP_DEG = 1;

function lessonsOf(course: Course, dice: Dice): readonly SeriesLesson[] {
  const calendar = days(course.levels.length, dice);
  return course.levels.map((level, i) => {
    const day = dice.normal(course.dayDeg) + dice.normal(course.line.trueDeg);
    const together = dice.normal(Math.sqrt(course.alike) * READING_DEG);
    const alone = Math.sqrt(1 - course.alike) * READING_DEG;
    return {
      day: calendar[i] ?? 0,
      targetLineUncertaintyRad: radiansFromDegrees(course.line.toldDeg),
      workedOn: i < course.workedOn,
      reps: Array.from({ length: course.setUps }, () => {
        const slip = dice.uniform() < 1 / course.slipOf ? SLIP_DEG : 0;
        const deg = level + day + together + slip + dice.normal(STEP_DEG) + dice.normal(alone);
        return {
          handedAzimuthRad: radiansFromDegrees(deg),
          measurementUncertaintyRad: radiansFromDegrees(READING_DEG),
        };
      }),
    };
  });
}

const tracked = (course: Course, dice: Dice, markedAt?: number) => {
  const lessons = lessonsOf(course, dice);
  return trackSeries({
    line: 'toes',
    toleranceRad: [radiansFromDegrees(TOLERANCE_DEG[0]), radiansFromDegrees(TOLERANCE_DEG[1])],
    lessons,
    ...(markedAt !== undefined && { markedDay: lessons[markedAt]?.day ?? 0 }),
  });
};

const step = (from: number, to: number, before: number, after: number): readonly number[] => [
  ...Array.from({ length: before }, () => from),
  ...Array.from({ length: after }, () => to),
];

/** As a row of the table. @returns the share */
function sayShare(row: string, all: readonly boolean[]): number {
  const { share: found, text } = shareRow(row, all);
  process.stdout.write(text);
  return found;
}

/** A share of runs with what is asked, as a row. */
function shareOf(row: string, of: (dice: Dice) => boolean): number {
  const dice = diceOf(SEED);
  return sayShare(
    row,
    Array.from({ length: RUNS }, () => of(dice)),
  );
}
/** How far chance may take a share of so many runs. */
const slack = (p: number): number => 2.6 * Math.sqrt((p * (1 - p)) / RUNS);

describe('eight lessons of a student who does not change', () => {
  const WORLDS: readonly (readonly [name: string, course: Course])[] = [
    ['days of 0°', { ...STEADY, dayDeg: 0 }],
    ['days of 0.8°', STEADY],
    ['days of 1.5°', { ...STEADY, dayDeg: 1.5 }],
    ['repeats alike', { ...STEADY, alike: 0.6 }],
    ['the line 0.8° off, told 0.2°', { ...STEADY, line: { trueDeg: 0.8, toldDeg: 0.2 } }],
    ['slips', { ...STEADY, slipOf: 12 }],
  ];
  it.each(WORLDS)('are rarely told a change: %s', (name, course) => {
    const between = shareOf(`${name}: any false real between lessons ≤ 6 %`, (dice) =>
      tracked(course, dice).changes.some(({ real }) => real),
    );
    expect(between).toBeLessThanOrEqual(0.06 + slack(0.06));
    const before = shareOf(
      `${name}: false real before and after ≤ 9 %`,
      (dice) => tracked(course, dice).beforeAfter?.real === true,
    );
    expect(before).toBeLessThanOrEqual(0.09 + slack(0.09));
  });
});

describe('eight lessons of a student who changed', () => {
  it('show it before and after the day', () => {
    const changed = (deg: number, dayDeg: number) => (dice: Dice) =>
      tracked({ ...STEADY, dayDeg, levels: step(deg, 0, 4, 4) }, dice, 4).beforeAfter?.real === true;
    const three = shareOf('3°, no days: found before and after ≥ 93 %', changed(3, 0));
    expect(three).toBeGreaterThanOrEqual(0.93 - slack(0.93));
    const days = shareOf('3°, days of 0.8°: found before and after ≥ 82 %', changed(3, 0.8));
    expect(days).toBeGreaterThanOrEqual(0.82 - slack(0.82));
    const five = shareOf('5°, days of 0.8°: found before and after ≥ 95 %', changed(5, 0.8));
    expect(five).toBeGreaterThanOrEqual(0.95 - slack(0.95));
  });

  it('tell a relapse by the second lesson, never early, and what is always in', () => {
    // What was coached in the first two lessons is there from the third on.
    const relapse: Course = { ...STEADY, levels: [6, 6, 0, 0, 0, 0, 6, 6], workedOn: 2 };
    const at = (dice: Dice): readonly number[] => {
      const track = tracked(relapse, dice);
      return track.flags
        .filter(({ code }) => code === 'relapse')
        .map(({ day }) => track.lessons.findIndex((lesson) => lesson.day === day));
    };
    const told = shareOf('relapse 6 → 0 → 6°: told by the second lesson ≥ 65 %', (dice) =>
      at(dice).some((lesson) => lesson >= 6),
    );
    expect(told).toBeGreaterThanOrEqual(0.65 - slack(0.65));
    const early = shareOf('relapse told before it came: never', (dice) =>
      at(dice).some((lesson) => lesson < 6),
    );
    expect(early).toBeLessThanOrEqual(0.01 + slack(0.01));
    const stable = shareOf('always in: stable by the eighth ≥ 78 %', (dice) =>
      tracked({ ...STEADY, levels: step(0, 0, 4, 4) }, dice).flags.some(({ code }) => code === 'stable'),
    );
    expect(stable).toBeGreaterThanOrEqual(0.78 - slack(0.78));
  });

  it('cover the level', () => {
    const dice = diceOf(SEED);
    let [inside, all] = [0, 0];
    for (let run = 0; run < RUNS; run++) {
      const course = { ...STEADY, levels: run % 2 === 0 ? step(4, 0, 4, 4) : step(2, 2, 4, 4) };
      for (const [i, { filtered }] of tracked(course, dice).lessons.entries()) {
        all++;
        const off = Math.abs(filtered.levelRad - radiansFromDegrees(course.levels[i] ?? 0));
        if (off <= 1.959964 * filtered.standardDeviationRad) inside++;
      }
    }
    say(`level covered ≥ 92 % | ${percent(inside / all)} | ${all}`);
    expect(inside / all).toBeGreaterThanOrEqual(0.92 - slack(0.92));
  });
});
