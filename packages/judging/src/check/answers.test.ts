import { describe, expect, it } from 'vitest';
import {
  type CheckDocument,
  DocumentRefused,
  type PosteriorResult,
  validateCheckDocument,
} from '@lotrecht/records';
import { solveDocument } from './solve-document.ts';

const base = {
  format: 'lotrecht-check',
  version: 1,
  handedness: 'right',
  targetLine: { sightingDeg: 0.53 },
  readdressSdDeg: 1.2,
  tolerancesDeg: {
    face: [-1.5, 1.5],
    toes: [-2, 2],
    knees: [-3, 3],
    hips: [-2.5, 2.5],
    shoulders: [-2, 2],
    eyes: [-3, 3],
  },
  order: ['face', 'toes', 'knees', 'hips', 'shoulders', 'eyes'],
} as const;
const angle = (line: string, readingDeg: number, uncertaintyDeg: number, hold = 1) => ({
  line,
  by: 'angle',
  readingDeg,
  uncertaintyDeg,
  hold,
});
const check = (more: object): CheckDocument => validateCheckDocument({ ...base, ...more });

function refusal(more: object): { readonly code: string; readonly path: string; readonly message: string } {
  try {
    solveDocument(check({ observations: [angle('toes', 1, 1)], ...more }));
  } catch (error) {
    if (error instanceof DocumentRefused && error.refusals[0] !== undefined) return error.refusals[0];
    throw error;
  }
  throw new Error('was not refused');
}

describe('the answer of a check', () => {
  // Worked by hand for one kind of student: (4, 1.5, 2.5, 0), five readings in two stands, a day of 0.8°.
  const { posterior } = solveDocument(
    check({
      prior: { components: [{ weight: 3, turnSdDeg: 4, ownSdDeg: 1.5, faceSdDeg: 2.5, bodyMeanDeg: 0 }] },
      observations: [
        angle('face', 1.2, 1.1),
        angle('shoulders', 4, 2.03),
        angle('hips', 1.5, 2.33, 2),
        angle('knees', 5.2, 1.75, 2),
        angle('toes', 3.4, 0.6, 2),
      ],
    }),
  );

  it('has the worked means, deviations and probabilities', () => {
    const of = (
      field: 'meanDeg' | 'standardDeviationDeg' | 'probabilityIn',
      told: Pick<PosteriorResult, 'lines'> | undefined = posterior?.today,
    ): readonly number[] =>
      (['face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'] as const).flatMap(
        (line) => told?.lines[line][field] ?? [],
      );
    const close = (values: readonly number[]) => values.map((v) => expect.closeTo(v, 6) as number);
    expect(of('meanDeg')).toEqual(
      close([0.945324, 3.334603, 3.320846, 4.067572, 2.801983, 3.498689, 3.320846]),
    );
    expect(of('standardDeviationDeg')).toEqual(
      close([1.153084, 1.049136, 1.956084, 1.512461, 1.658312, 1.527889, 1.956084]),
    );
    expect(of('probabilityIn')).toEqual(close([0.667781, 0.101669, 0.240139, 0.427057, 0.163164, 0.43424]));
    // The habit of the same, which one day says less of.
    expect(of('meanDeg', posterior)).toEqual(
      close([0.776321, 2.996598, 2.982841, 3.729567, 2.463978, 3.160684, 2.982841]),
    );
  });

  it('says what comes first by its points, near the exact chances', () => {
    const today = posterior?.today;
    const first = base.order.map((line) => today?.lines[line].probabilityFirst ?? Number.NaN);
    [0.3315, 0.5991, 0.0322, 0.0088, 0.0186, 0.002].forEach((p, i) => expect(first[i]).toBeCloseTo(p, 4));
    expect(today?.allInProbability).toBeCloseTo(0.0078, 4);
    expect(today?.nearlyAllInProbability).toBeCloseTo(0.106, 4);
    // Of the lines that were read; nobody looked at the eyes.
    expect(today?.nearlyAllReadInProbability).toBeCloseTo(0.1172, 4);
    expect(posterior).toMatchObject({ asItStood: null, history: null, today: { first: 'toes', setUps: 2 } });
  });

  it('is of the stand as well where there was one stand, and sums to one', () => {
    const { posterior: one } = solveDocument(
      check({ observations: [angle('face', 0, 1), angle('toes', 3, 1)] }),
    );
    for (const answers of [one, one?.asItStood]) {
      const sum = base.order.reduce((all, line) => all + (answers?.lines[line].probabilityFirst ?? 0), 0);
      expect(sum + (answers?.probabilityNoneFirst ?? 0)).toBeCloseTo(1, 9);
    }
    // How they stood is known better than how they usually stand.
    expect(one?.asItStood?.lines.toes.standardDeviationDeg).toBeLessThan(
      one?.lines.toes.standardDeviationDeg ?? 0,
    );
    // With one stand today is that one.
    expect(one?.today).toMatchObject(one?.asItStood ?? {});
  });

  it('is the same mirrored for the other hand', () => {
    const mirrored = (handedness: 'right' | 'left', side: 1 | -1) =>
      solveDocument(
        check({ handedness, observations: [angle('face', side * 1.3, 1), angle('hips', side * 4, 2)] }),
      ).posterior;
    expect(mirrored('left', -1)).toEqual(mirrored('right', 1));
  });

  it('grows surer with earlier lessons, and follows a habit that changed', () => {
    const before = (deg: number) =>
      Array.from({ length: 6 }, (_, i) => ({
        daysBefore: 7 * (6 - i),
        targetLine: { sightingDeg: 0.3 },
        readdressSdDeg: 1.2,
        observations: [angle('toes', deg, 0.6), angle('hips', deg, 1)],
      }));
    const today = [angle('toes', 3, 0.6)];
    const alone = solveDocument(check({ observations: today }));
    const known = solveDocument(check({ observations: today, earlier: before(3) }));
    expect(known.posterior?.lines.toes.standardDeviationDeg).toBeLessThan(
      alone.posterior?.lines.toes.standardDeviationDeg ?? 0,
    );
    expect(known.notes.map((n) => n.code)).not.toContain('changed-since');
    expect(known.posterior?.history).toMatchObject({ lessonsUsed: 6 });
    expect(known.posterior?.history?.probabilityChanged).toBeLessThan(0.1);
    const against = solveDocument(check({ observations: [angle('toes', -9, 0.6)], earlier: before(8) }));
    const fresh = solveDocument(check({ observations: [angle('toes', -9, 0.6)] }));
    expect(against.notes.map((n) => n.code)).toContain('changed-since');
    expect(against.posterior?.history).toMatchObject({ lessonsUsed: 0 });
    const toes = ({ posterior: p }: typeof fresh): number => p?.today?.lines.toes.meanDeg ?? Number.NaN;
    expect(Math.abs(toes(against) - toes(fresh))).toBeLessThan(1);
  });

  it('believes sooner that somebody changed whose set-up was worked on, by the worked figures', () => {
    const kind = { weight: 1, turnSdDeg: 4, ownSdDeg: 1.5, faceSdDeg: 2.5, bodyMeanDeg: 0 };
    const after = (workedOn: boolean) =>
      solveDocument(
        check({
          prior: { components: [kind] },
          observations: [
            angle('face', 1.2, 1.1),
            angle('shoulders', 4, 2.03),
            angle('hips', 1.5, 2.33, 2),
            angle('knees', 5.2, 1.75, 2),
            angle('toes', 3.4, 0.6, 2),
          ],
          earlier: [
            {
              daysBefore: 28,
              targetLine: { sightingDeg: 0.53 },
              readdressSdDeg: 1.2,
              workedOn,
              observations: [angle('face', 3, 1.1), angle('toes', 6, 0.6), angle('shoulders', 7, 2.03)],
            },
          ],
        }),
      ).posterior;
    const worked = after(true);
    const means = (['face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'] as const).map(
      (line) => worked?.today?.lines[line].meanDeg,
    );
    [1.302544, 3.498237, 3.383776, 4.198406, 2.836124, 3.830108, 3.383776].forEach((mean, i) =>
      expect(means[i]).toBeCloseTo(mean, 6),
    );
    expect(worked?.history?.probabilityChanged).toBeCloseTo(0.445301, 6);
    expect(worked?.history?.lessonsUsed).toBe(1);
    expect(after(false)?.history?.probabilityChanged).toBeLessThan(0.2);
  });

  it('takes a series of three as one day', () => {
    const shoulders = (deg: number) => {
      const differs = 400 * Math.tan((deg * Math.PI) / 180);
      return {
        line: 'shoulders',
        by: 'gaps',
        leadGapMm: 500,
        trailGapMm: 500 + differs,
        baseMm: 400,
        plumbMm: 3,
      };
    };
    const set = (deg: number, daysBefore: number, sameLine = false) => ({
      daysBefore,
      targetLine: { sightingDeg: 0.5 },
      sameLine,
      observations: [shoulders(deg)],
    });
    const { readdressSdDeg: _own, ...usual } = base;
    const { posterior: told } = solveDocument(
      validateCheckDocument({
        ...usual,
        targetLine: { sightingDeg: 0.5 },
        observations: [shoulders(4.1)],
        earlier: [
          ...[1.2, 0.4, 1.5, 0.8, 1.1].map((deg, i) => set(deg, 140 - 28 * i)),
          set(4, 0, true),
          set(3.7, 0, true),
        ],
      }),
    );
    expect(told?.today?.setUps).toBe(3);
    expect(told?.today?.lines.shoulders.meanDeg).toBeGreaterThan(told?.lines.shoulders.meanDeg ?? 9);
    expect(told?.asItStood).not.toBeNull();
    expect(told?.asItStood?.lines.shoulders.meanDeg).not.toBeCloseTo(
      told?.today?.lines.shoulders.meanDeg ?? 0,
      3,
    );
  });

  it('carries a series that was read from one string by what the string errs', () => {
    const series = (sameLine: boolean) =>
      solveDocument(
        check({
          targetLine: { sightingDeg: 3 },
          observations: [angle('toes', 3, 0.3)],
          earlier: Array.from({ length: 4 }, (_, n) => ({
            daysBefore: 0,
            targetLine: { sightingDeg: 3 },
            readdressSdDeg: 0.3,
            sameLine,
            observations: [angle('toes', 3 + (n + 1) / 1000, 0.3)],
          })),
        }),
      ).posterior?.lines.toes.standardDeviationDeg ?? Number.NaN;
    // Five readings from one string keep its 3°; from five strings they halve it.
    expect(series(true)).toBeGreaterThan(1.5 * series(false));
  });
});

describe('what an answer cannot be made from is refused by its path', () => {
  const kind = { weight: 1, turnSdDeg: 2, ownSdDeg: 1, faceSdDeg: 2, bodyMeanDeg: 0 };
  const earlier = (daysBefore: number, more: object = {}) => ({
    daysBefore,
    targetLine: {},
    observations: [angle('toes', 1, 1)],
    ...more,
  });

  it.each([
    [{ prior: { components: [] } }, 'minItems', '/prior/components'],
    [{ prior: { components: [{ ...kind, weight: 0 }] } }, 'not-positive', '/prior/components/0/weight'],
    [
      { prior: { components: [kind, { ...kind, weight: -1 }] } },
      'out-of-range',
      '/prior/components/1/weight',
    ],
    [{ prior: { components: [{ ...kind, ownSdDeg: -1 }] } }, 'out-of-range', '/prior/components/0/ownSdDeg'],
    [
      { prior: { components: [{ ...kind, bodyMeanDeg: 90 }] } },
      'out-of-range',
      '/prior/components/0/bodyMeanDeg',
    ],
    [{ earlier: [earlier(-1)] }, 'out-of-range', '/earlier/0/daysBefore'],
    [{ earlier: [earlier(7), earlier(14)] }, 'date-order', '/earlier/1/daysBefore'],
    [{ earlier: [earlier(7, { readdressSdDeg: -1 })] }, 'out-of-range', '/earlier/0/readdressSdDeg'],
    [
      { earlier: [earlier(7, { observations: [angle('toes', 80, 1)] })] },
      'angle-beyond-45',
      '/earlier/0/observations/0/readingDeg',
    ],
    [{ observations: [angle('toes', 1, 1e-7)] }, 'not-positive', '/observations/0/uncertaintyDeg'],
    [{ targetLine: { sightingDeg: 1e-8 } }, 'out-of-range', '/targetLine/sightingDeg'],
    [
      { observations: [{ line: 'toes', by: 'gaps', leadGapMm: 500, trailGapMm: 501, baseMm: 19 }] },
      'out-of-range',
      '/observations/0/baseMm',
    ],
  ])('%j', (more, code, path) => {
    const refused = refusal(more);
    expect(refused).toMatchObject({ code, path });
    expect(refused.message.length).toBeGreaterThan(10);
  });
});
