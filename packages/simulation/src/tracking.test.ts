import { radiansFromDegrees, type SeriesLesson, trackSeries } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { type Dice, diceOf } from './dice.ts';

/** `LOTRECHT_TRACKING_RUNS=4000` for the figures that are reported. */
const RUNS = Number(process.env['LOTRECHT_TRACKING_RUNS'] ?? 100);
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
      for (let run = 0; run < RUNS; run++) {
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
    expect(insideAll / lessonsAll).toBeLessThan(0.97);
  });

  it('calls a change real at most six times in a hundred when nothing changed', () => {
    const dice = diceOf(SEED);
    let [real, all] = [0, 0];
    for (let run = 0; run < RUNS; run++) {
      const { changes } = track(walking(8, 0, dice), dice);
      all += changes.length;
      real += changes.filter((c) => c.real).length;
    }
    say(`real change when nothing changed | ${percent(real / all)}`);
    expect(real / all).toBeLessThanOrEqual(0.06);
  });

  it('tells something of nothing on one screen in twelve at most', () => {
    const dice = diceOf(SEED);
    let told = 0;
    for (let run = 0; run < RUNS; run++) {
      if (track(walking(14, 0, dice), dice).changes.some((c) => c.real)) told++;
    }
    say(
      `a screen of fourteen lessons of a steady student that calls any change real | ${percent(told / RUNS)}`,
    );
    expect(told / RUNS).toBeLessThanOrEqual(0.08 + 2.6 * Math.sqrt((0.05 * 0.95) / RUNS));
  });

  it('finds a relapse within few lessons, and seldom one that is none', () => {
    const dice = diceOf(SEED);
    const [good, bad] = [0.3, 5];
    const delays: number[] = [];
    let [alarms, quiet] = [0, 0];
    for (let run = 0; run < RUNS; run++) {
      const calendar = days(14, dice);
      const relapsed = calendar.map((day, i) => ({ day, deg: i < 8 ? good : bad }));
      const flag = track(relapsed, dice).flags.find((f) => f.code === 'relapse');
      const at = flag === undefined ? -1 : calendar.indexOf(flag.day);
      if (at >= 8) delays.push(at - 8);
      const steady = calendar.map((day) => ({ day, deg: good }));
      quiet++;
      if (track(steady, dice).flags.some((f) => f.code === 'relapse')) alarms++;
    }
    const found = delays.length / RUNS;
    const median = delays.toSorted((a, b) => a - b)[Math.floor(delays.length / 2)];
    say(`relapse by ${bad - good}° found within six lessons | ${percent(found)}`);
    say(`lessons after the first bad one, median | ${median}`);
    say(`relapse told of a steady student, in fourteen lessons | ${percent(alarms / quiet)}`);
    expect(found).toBeGreaterThan(0.9);
    expect(median).toBeLessThanOrEqual(2);
    expect(alarms / quiet).toBeLessThan(0.02);
  });
});
