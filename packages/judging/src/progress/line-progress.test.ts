import { describe, expect, it } from 'vitest';
import { type MeasuredLineView } from '@lotrecht/records';
import { changeOf, lineProgress, progressChoices, sameCircumstances } from './line-progress.ts';

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
  workedOn: false,
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

describe('set-ups that may be compared', () => {
  it('are the same in everything that is recorded about them', () => {
    expect(sameCircumstances(COLD, { ...COLD })).toBe(true);
    for (const other of [
      { ...COLD, phase: 'test' as const },
      { ...COLD, help: 'cued' as const },
      { ...COLD, place: 'hall' as const },
      { ...COLD, reader: 'student' as const },
      null,
    ]) {
      expect(sameCircumstances(COLD, other)).toBe(false);
      expect(sameCircumstances(other, COLD)).toBe(false);
    }
    expect(sameCircumstances(null, null)).toBe(false);
  });

  it('stand in the order of their days, whatever order they come in, and belong to their lesson', () => {
    const rows = [row('2026-05-01', 3), row('2026-04-01', 1), row('2026-04-15', 2), row('2026-04-15', 4)];
    const progress = lineProgress(rows, TOES, ground);
    expect(progress?.lessons).toEqual([
      { date: '2026-04-01', lessonId: 'lesson-2026-04-01', checkIds: [rows[1]?.checkId] },
      { date: '2026-04-15', lessonId: 'lesson-2026-04-15', checkIds: [rows[2]?.checkId, rows[3]?.checkId] },
      { date: '2026-05-01', lessonId: 'lesson-2026-05-01', checkIds: [rows[0]?.checkId] },
    ]);
    expect(progress?.series).toMatchObject({
      format: 'lotrecht-series',
      version: 1,
      forecastDate: '2026-06-01',
    });
  });

  it('are offered by how many lessons each kind has', () => {
    const rows = [
      row('2026-04-01', 1, { clubGroup: 'driver' }),
      row('2026-04-01', 1),
      row('2026-04-01', 2),
      row('2026-04-15', 2),
      row('2026-04-15', 2, { circumstances: null }),
      row('2026-04-15', 2, { line: 'hips', circumstances: COACHED }),
    ];
    expect(progressChoices(rows)).toEqual([
      { ...TOES, lessons: 2 },
      { ...TOES, clubGroup: 'driver', lessons: 1 },
      { line: 'hips', clubGroup: 'mid-iron', circumstances: COACHED, lessons: 1 },
    ]);
  });

  it('are judged by the newest tolerance that there is, or by none', () => {
    const limits = (...all: (readonly [number, number] | null)[]) =>
      lineProgress(
        all.map((toleranceDeg, i) => row(`2026-04-0${i + 1}`, 1, { toleranceDeg })),
        TOES,
        ground,
      )?.toleranceDeg;
    expect(limits([-1, 1], [-3, 2], null)).toEqual([-3, 2]);
    expect(limits(null)).toEqual([-45, 45]);
  });

  it('that were kept against a question are none of a level', () => {
    const rows = [row('2026-04-01', 1), row('2026-04-01', 9, { doubted: true })];
    expect(lineProgress(rows, TOES, ground)?.track.lessons[0]?.mean).toBeCloseTo(1, 12);
    expect(lineProgress(rows.slice(1), TOES, ground)).toBeNull();
  });

  it('of one a lesson have no spread, and of one felt lesson no half', () => {
    const single = lineProgress([row('2026-04-01', 1, { feltDeg: 2 }), row('2026-04-15', 2)], TOES, ground);
    expect(single?.spreadDeg).toBeNull();
    expect(single?.felt).toEqual({ count: 1, meanDeg: expect.closeTo(1, 9) as number, halfDeg: null });
    const two = lineProgress(
      [row('2026-04-01', 1, { feltDeg: 2 }), row('2026-04-15', 2, { feltDeg: 6 })],
      TOES,
      ground,
    )?.felt;
    expect(two).toMatchObject({ count: 2, meanDeg: expect.closeTo(2.5, 9) as number });
    // Student's t at one degree of freedom times the standard error of 1 and 4.
    expect(two?.halfDeg).toBeCloseTo(12.7062047 * 1.5, 5);
    expect(lineProgress([row('2026-04-01', 1)], TOES, ground)?.felt).toBeNull();
  });

  it('have a spread with as many degrees of freedom as there are set-ups more than lessons', () => {
    const rows = [row('2026-04-01', 1), row('2026-04-01', 3), row('2026-04-15', 4), row('2026-04-15', 6)];
    const spread = lineProgress(rows, TOES, ground)?.spreadDeg;
    expect(spread?.sd).toBeCloseTo(Math.SQRT2, 9);
    // χ² of two degrees of freedom at 97.5 and 2.5 %: 7.378 and 0.0506.
    expect(spread?.low).toBeCloseTo(Math.sqrt(4 / 7.377758908), 6);
    expect(spread?.high).toBeCloseTo(Math.sqrt(4 / 0.050635616), 5);
  });

  it('are coached against cold by the same line, club and place alone, and only cold ones are', () => {
    const rows = [
      row('2026-04-01', 6),
      row('2026-04-01', 1, { circumstances: COACHED }),
      row('2026-04-01', 30, { circumstances: COACHED, line: 'hips' }),
      row('2026-04-01', 30, { circumstances: COACHED, clubGroup: 'driver' }),
      row('2026-04-01', 30, { circumstances: { ...COACHED, place: 'hall' } }),
      row('2026-04-01', 30, { circumstances: { ...COLD, phase: 'test' } }),
      row('2026-04-20', 2, { circumstances: COACHED }),
      row('2026-04-22', 4),
      row('2026-04-29', 8),
    ];
    const progress = lineProgress(rows, TOES, ground);
    expect(progress?.cueGives).toEqual({ count: 1, meanDeg: expect.closeTo(-5, 9) as number, halfDeg: null });
    // Four and eight degrees, after two that were left.
    expect(progress?.lost).toMatchObject({ count: 2, meanDeg: expect.closeTo(4, 9) as number });
    const coached = lineProgress(rows, { ...TOES, circumstances: COACHED }, ground);
    expect(coached).toMatchObject({ cueGives: null, lost: null });
  });
});

describe('the change between any two lessons', () => {
  const rows = [
    row('2026-04-01', 6),
    row('2026-04-01', 8),
    row('2026-04-15', 5),
    row('2026-05-01', 1),
    row('2026-05-01', 2),
  ];
  const progress = lineProgress(rows, TOES, ground);

  it('is the same as the track’s for neighbours, but for what is called real among many', () => {
    for (const [i, change] of (progress?.track.changes ?? []).entries()) {
      const { real: _among, ...own } = change;
      const days = progress?.lessons.map(({ date }) => date) ?? [];
      expect(changeOf(progress, days[i] ?? '', days[i + 1] ?? '')).toMatchObject(
        Object.fromEntries(
          Object.entries(own)
            .filter(([, value]) => typeof value === 'number')
            .map(([k, v]) => [k, expect.closeTo(v as number, 9)]),
        ),
      );
    }
    expect(progress?.track.changes).toHaveLength(2);
  });

  it('goes over lessons between, forward and back, and is none where a day has no lesson', () => {
    const change = changeOf(progress, '2026-04-01', '2026-05-01');
    expect(change?.deltaDeg).toBeCloseTo(-5.5, 9);
    expect(changeOf(progress, '2026-05-01', '2026-04-01')?.deltaDeg).toBeCloseTo(5.5, 9);
    // s² of 2 and 0.5, halved, the two lines of 0.3°, and two days.
    const days = 2 * (progress?.track.daySdDeg ?? Number.NaN) ** 2;
    expect(change?.uncertaintyDeg).toBeCloseTo(Math.sqrt(1 + 0.25 + 2 * 0.09 + days), 9);
    expect(change?.real).toBe((change?.pValue ?? 1) <= 0.05);
    expect(changeOf(progress, '2026-04-01', '2026-04-02')).toBeNull();
    expect(changeOf(progress, '2026-04-02', '2026-04-01')).toBeNull();
    expect(changeOf(null, '2026-04-01', '2026-04-15')).toBeNull();
  });
});
