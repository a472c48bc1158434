import { describe, expect, it } from 'vitest';
import { type CheckDocument, DocumentRefused, validateCheckDocument } from '@lotrecht/records';
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
  // Worked by hand for one kind of student: (4, 1.5, 2.5, 0), five readings in two stands.
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
    const of = (field: 'meanDeg' | 'standardDeviationDeg' | 'probabilityIn'): readonly number[] =>
      (['face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'] as const).flatMap(
        (line) => posterior?.lines[line][field] ?? [],
      );
    const close = (values: readonly number[]) => values.map((v) => expect.closeTo(v, 6) as number);
    expect(of('meanDeg')).toEqual(
      close([0.834866, 3.148689, 3.12822, 3.900629, 2.578457, 3.325011, 3.12822]),
    );
    expect(of('standardDeviationDeg')).toEqual(
      close([1.179638, 1.293468, 2.073284, 1.670436, 1.791696, 1.652973, 2.073284]),
    );
    expect(of('probabilityIn')).toEqual(close([0.68968, 0.187217, 0.294871, 0.480241, 0.210757, 0.473784]));
  });

  it('says what comes first by its points, near the exact chances', () => {
    const first = base.order.map((line) => posterior?.lines[line].probabilityFirst ?? Number.NaN);
    [0.3101, 0.5498, 0.0488, 0.0132, 0.0361, 0.0044].forEach((p, i) => expect(first[i]).toBeCloseTo(p, 4));
    [0.3102, 0.5478, 0.0482, 0.0139, 0.0372, 0.0056].forEach((p, i) =>
      expect(Math.abs((first[i] ?? 0) - p)).toBeLessThan(3e-3),
    );
    expect(posterior?.allInProbability).toBeCloseTo(0.0376, 4);
    expect(posterior).toMatchObject({ first: 'toes', asItStood: null });
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
    expect(one?.asRead.allInProbability).toBe(one?.asItStood?.allInProbability);
  });

  it('is the same mirrored for the other hand', () => {
    const mirrored = (handedness: 'right' | 'left', side: 1 | -1) =>
      solveDocument(
        check({ handedness, observations: [angle('face', side * 1.3, 1), angle('hips', side * 4, 2)] }),
      ).posterior;
    expect(mirrored('left', -1)).toEqual(mirrored('right', 1));
  });

  it('grows surer with earlier lessons, and sets aside what today contradicts', () => {
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
    expect(known.notes.map((n) => n.code)).not.toContain('history-set-aside');
    const against = solveDocument(check({ observations: [angle('toes', -9, 0.6)], earlier: before(8) }));
    const fresh = solveDocument(check({ observations: [angle('toes', -9, 0.6)] }));
    expect(against.notes.map((n) => n.code)).toContain('history-set-aside');
    expect(against.posterior?.lines).toEqual(fresh.posterior?.lines);
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
