import { describe, expect, it } from 'vitest';
import { type MeasuredLineView } from '@lotrecht/records';
import { lineProgress, progressChoices, sameCircumstances } from './line-progress.ts';

const COLD = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;
const COACHED = { phase: 'coached', help: 'rods', place: 'range', reader: 'instructor' } as const;
const TOES = { line: 'toes', clubGroup: 'mid-iron', circumstances: COLD } as const;
const ground = { handedness: 'right', forecastOn: '2026-06-01' } as const;

let n = 0;
const row = (heldOn: string, deg: number, change: Partial<MeasuredLineView> = {}): MeasuredLineView => ({
  checkId: `check-${++n}`,
  lessonId: `lesson-${heldOn}`,
  heldOn,
  line: 'toes',
  clubGroup: 'mid-iron',
  circumstances: COLD,
  handedAzimuthDeg: deg,
  measurementUncertaintyDeg: 0.6,
  targetLineUncertaintyDeg: 0.3,
  verdict: 'out',
  toleranceDeg: [-2, 2],
  feltDeg: null,
  doubted: false,
  ...change,
});

describe('a line over lessons', () => {
  const rows = [
    row('2026-04-01', 6),
    row('2026-04-01', 5),
    row('2026-04-01', 1, { circumstances: COACHED }),
    row('2026-04-15', 4, { feltDeg: -1 }),
    row('2026-04-15', 5, { feltDeg: 0 }),
    row('2026-04-15', 9, { clubGroup: 'driver' }),
    row('2026-04-15', 3, { line: 'hips' }),
    row('2026-04-15', 0.5, { circumstances: { ...COLD, place: 'hall' } }),
    row('2026-04-15', 7, { circumstances: null }),
  ];

  it('takes set-ups of one kind only, a lesson a day', () => {
    const progress = lineProgress(rows, TOES, ground);
    expect(progress?.track.lessons.map((l) => [l.date, l.n, Number(l.mean.toFixed(9))])).toEqual([
      ['2026-04-01', 2, 5.5],
      ['2026-04-15', 2, 4.5],
    ]);
    expect(progress?.lessons[1]?.checkIds).toHaveLength(2);
    expect(progress?.toleranceDeg).toEqual([-2, 2]);
  });

  it('says spread with its interval, felt against real, what the cue gives and what was lost', () => {
    const progress = lineProgress(rows, TOES, ground);
    expect(progress?.spreadDeg?.sd).toBeCloseTo(Math.sqrt(0.5), 9);
    expect(progress?.spreadDeg?.low).toBeLessThan(0.7);
    expect(progress?.felt).toMatchObject({ count: 1, meanDeg: expect.closeTo(-5, 9) as number });
    expect(progress?.cueGives).toEqual({
      count: 1,
      meanDeg: expect.closeTo(-4.5, 9) as number,
      halfDeg: null,
    });
    expect(progress?.lost?.meanDeg).toBeCloseTo(3.5, 9);
    expect(progress?.readdress).toEqual({ sdDeg: expect.closeTo(2, 9) as number, learned: false });
  });

  it('mirrors what a left-hander feels', () => {
    const felt = lineProgress(rows, TOES, { ...ground, handedness: 'left' })?.felt;
    expect(felt?.meanDeg).toBeCloseTo(-4, 9);
  });

  it('forecasts the level with a band that does not shrink', () => {
    const progress = lineProgress(rows, TOES, ground);
    const last = progress?.track.lessons.at(-1)?.filtered;
    expect(progress?.forecast.levelDeg).toBeCloseTo(last?.levelDeg ?? Number.NaN, 9);
    expect(progress?.forecast.halfDeg).toBeGreaterThanOrEqual(1.959 * (last?.standardDeviationDeg ?? 9));
  });

  it('is null where nothing belongs to the choice', () => {
    expect(lineProgress(rows, { ...TOES, line: 'eyes' }, ground)).toBeNull();
  });

  it('lists the kinds of set-ups, most lessons first, without those whose circumstances nobody noted', () => {
    const choices = progressChoices(rows);
    expect(choices[0]).toMatchObject({ ...TOES, lessons: 2 });
    expect(choices).toHaveLength(5);
    expect(sameCircumstances(COLD, COACHED)).toBe(false);
    expect(sameCircumstances(COLD, { ...COLD })).toBe(true);
  });
});
