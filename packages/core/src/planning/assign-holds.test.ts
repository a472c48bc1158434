import { describe, expect, it } from 'vitest';
import { type LineName } from '../geometry/line.ts';
import { assignHolds, type WantedReading } from './assign-holds.ts';

const ORDER: readonly LineName[] = ['face', 'toes', 'knees', 'hips', 'shoulders', 'eyes'];
const ground = { order: ORDER, longestHoldS: 15, firstHold: 1 };
const SECONDS: Readonly<Record<LineName, number>> = {
  face: 3,
  toes: 3,
  heels: 3,
  knees: 6,
  hips: 6,
  shoulders: 6,
  eyes: 6,
};
const read = (...lines: LineName[]): WantedReading[] =>
  lines.map((line) => ({ line, holdingS: SECONDS[line] }));
const linesOf = (wanted: WantedReading[]) =>
  assignHolds(wanted, ground).map((h) => h.readings.map((i) => wanted[i]?.line));

describe('holds', () => {
  it('of a quick check are one of six seconds, in the method’s order', () => {
    const wanted = read('toes', 'face');
    expect(assignHolds(wanted, ground)).toEqual([{ hold: 1, readings: [1, 0], holdingS: 6 }]);
  });

  it('begin with what drifts first, each in the method’s order', () => {
    expect(linesOf(read('face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'))).toEqual([
      ['face', 'shoulders', 'eyes'],
      ['toes', 'knees', 'hips'],
      ['heels'],
    ]);
  });

  it('never part the repeats of a line', () => {
    const wanted = read('shoulders', 'shoulders', 'eyes', 'face');
    expect(linesOf(wanted)).toEqual([['face', 'shoulders', 'shoulders'], ['eyes']]);
  });

  it('give a line that takes longer than a hold one to itself', () => {
    const wanted = read('hips', 'hips', 'hips', 'face');
    expect(linesOf(wanted)).toEqual([['face'], ['hips', 'hips', 'hips']]);
  });

  it('are numbered upwards, and repeats of a line stay in the order they were wanted', () => {
    const wanted = read('hips', 'hips', 'shoulders', 'knees', 'eyes');
    expect(assignHolds(wanted, { ...ground, firstHold: 3 }).map(({ hold }) => hold)).toEqual([3, 4, 5]);
    const readings = assignHolds(wanted, ground).find((h) => h.readings.includes(0))?.readings ?? [];
    expect(readings.filter((i) => i < 2)).toEqual([0, 1]);
  });

  it('are counted on from those already held', () => {
    expect(assignHolds(read('knees'), { ...ground, firstHold: 3 })[0]?.hold).toBe(3);
    expect(assignHolds([], ground)).toEqual([]);
  });
});
