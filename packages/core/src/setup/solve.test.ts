import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Observation } from '../observation/observation.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type Setup } from './setup.ts';
import { solveSetup } from './solve.ts';

const DEG = Math.PI / 180;

const worked: Setup = {
  handedness: 'right',
  targetLine: { stakeSeparationM: 6, stakeM: 0.005, sightingRad: 0.2 * DEG },
  tolerancesRad: { face: [-1.5 * DEG, 1.5 * DEG], toes: [-2 * DEG, 2 * DEG] },
  order: ['face', 'toes'],
  observations: [{ line: 'toes', by: 'gaps', leadGapM: 0.571, trailGapM: 0.602, baseM: 0.45 }],
};

function refusalOf(change: Partial<Setup>): string {
  try {
    solveSetup({ ...worked, ...change });
  } catch (error) {
    if (error instanceof RefusedInput) return `${error.code} ${error.field}`;
  }
  return 'not refused';
}

describe('a whole check', () => {
  it('reads the worked toe line as 3.9° closed to the right, out, trail toe 31 mm toward the line', () => {
    const { lines, fixFirst } = solveSetup(worked);
    expect(lines[0]).toMatchObject({ word: 'closed', side: 'right', move: { end: 'trail' } });
    expect((lines[0]?.handedAzimuthRad ?? 0) / DEG).toBeCloseTo(3.940816508216789, 12);
    expect(lines[0]?.move?.distanceM).toBeCloseTo(-0.031, 15);
    expect(lines[0]?.judgement?.verdict).toBe('out');
    expect(fixFirst).toBe('toes');
  });

  it('moves the trail end to a goal that is not zero', () => {
    const goalsRad = { toes: -1 * DEG };
    const move = solveSetup({ ...worked, goalsRad }).lines[0]?.move;
    expect(move?.distanceM).toBeCloseTo(-0.031 - 0.45 * Math.tan(DEG), 12);
  });

  it('gives no move for a line read twice', () => {
    const [o] = worked.observations as [Observation];
    expect(solveSetup({ ...worked, observations: [o, o] }).lines[0]?.move).toBeUndefined();
  });

  it('inflates readings that scatter more than they say, and only those', () => {
    const at = (trailGapM: number): Observation => ({
      line: 'toes',
      by: 'gaps',
      leadGapM: 0.6,
      trailGapM,
      baseM: 0.45,
      endUncertaintyM: 0.002,
    });
    expect(solveSetup({ ...worked, observations: [at(0.6), at(0.64)] }).lines[0]?.birgeRatio).toBeGreaterThan(
      3,
    );
    expect(solveSetup({ ...worked, observations: [at(0.6), at(0.601)] }).lines[0]?.birgeRatio).toBe(1);
  });

  it('leaves the target line out of the comparison of two lines', () => {
    const shoulders: Observation = { line: 'shoulders', by: 'angle', readingRad: 3 * DEG };
    const observations = [...worked.observations, shoulders];
    const sure = solveSetup({ ...worked, observations, targetLine: {} });
    const unsure = solveSetup({ ...worked, observations, targetLine: { sightingRad: 3 * DEG } });
    expect(unsure.turn).toEqual(sure.turn);
    expect(unsure.lines[0]?.standardUncertaintyRad).toBeGreaterThan(
      sure.lines[0]?.standardUncertaintyRad ?? 1,
    );
  });

  it('says which field is wrong, by its place in the check', () => {
    const bad: Observation = { line: 'toes', by: 'gaps', leadGapM: 0.5, trailGapM: 0.5, baseM: 0 };
    expect(refusalOf({ observations: [...worked.observations, bad] })).toBe(
      'not-positive observations.1.baseM',
    );
    expect(refusalOf({ observations: [] })).toBe('empty observations');
    expect(refusalOf({ targetLine: { stakeSeparationM: 0 } })).toBe(
      'not-positive targetLine.stakeSeparationM',
    );
    expect(refusalOf({ tolerancesRad: { toes: [0.03, -0.03] } })).toBe('tolerance-order tolerancesRad.toes');
    expect(refusalOf({ tolerancesRad: { toes: [0.03, 0.03] } })).toBe('tolerance-order tolerancesRad.toes');
    expect(refusalOf({ goalsRad: { toes: 0.1 } })).toBe('goal-outside-tolerance goalsRad.toes');
    expect(refusalOf({ order: ['toes', 'toes'] })).toBe('duplicate order.1');
    expect(refusalOf({ readdressSdRad: Number.NaN })).toBe('not-finite readdressSdRad');
  });
});

/** Any observation that can be read, and the same seen by the other hand. */
const observation: fc.Arbitrary<{ right: Observation; left: Observation }> = (() => {
  const mm = (min: number, max: number) => fc.integer({ min, max }).map((n) => n / 1000);
  const bodyLine = fc.constantFrom('toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes');
  const hold = fc.integer({ min: 1, max: 3 });
  const same = (o: Observation) => ({ right: o, left: o });
  const gaps = fc
    .record({
      line: bodyLine,
      hold,
      leadGapM: mm(100, 900),
      difference: mm(-200, 200),
      baseM: mm(300, 500),
      rodM: mm(300, 1200),
      rod: fc.boolean(),
      baseAlong: fc.constantFrom('targetLine', 'rod'),
    })
    .map(({ difference, rodM, ...o }) => {
      // Eyes stand nearer to each other than any other points.
      const nearer = o.line === 'eyes' && !o.rod ? 6 : 1;
      const trailGapM = o.leadGapM + difference / nearer;
      return same({ ...o, baseM: o.rod ? rodM : o.baseM / nearer, by: 'gaps', trailGapM } as Observation);
    });
  const square = fc
    .record({ heelGapM: mm(-40, 40), toeGapM: mm(-40, 40), baseM: mm(85, 120), hold })
    .map((o) => same({ line: 'face', by: 'square', ...o }));
  const direct = fc
    .record({
      line: bodyLine,
      hold,
      by: fc.constantFrom('angle', 'eye'),
      mrad: fc.integer({ min: -300, max: 300 }),
    })
    .map(({ mrad, ...o }) => ({
      right: { ...o, readingRad: mrad / 1000 } as Observation,
      left: { ...o, readingRad: -mrad / 1000 } as Observation,
    }));
  const pointsAt = fc
    .record({ line: bodyLine, hold, lateralM: fc.integer({ min: -50, max: 50 }), gapM: mm(0, 900) })
    .map((o) => ({
      right: { ...o, by: 'pointsAt', distanceM: 150 } as Observation,
      left: { ...o, by: 'pointsAt', distanceM: 150, lateralM: -o.lateralM } as Observation,
    }));
  return fc.oneof(gaps, square, direct, pointsAt);
})();

describe('the other hand', () => {
  it('seen in a mirror has the same φ, u, verdict, move and priority, on 10,000 checks', () => {
    fc.assert(
      fc.property(fc.array(observation, { minLength: 1, maxLength: 9 }), (observations) => {
        const tolerance: [number, number] = [-3 * DEG, 1 * DEG];
        const method = {
          targetLine: { sightingRad: 0.5 * DEG },
          tolerancesRad: { face: tolerance, toes: tolerance, hips: tolerance, shoulders: tolerance },
          order: ['face', 'toes', 'hips', 'shoulders'] as const,
        };
        const right = solveSetup({
          ...method,
          handedness: 'right',
          observations: observations.map((o) => o.right),
        });
        const left = solveSetup({
          ...method,
          handedness: 'left',
          observations: observations.map((o) => o.left),
        });
        const mirrored = left.lines.map((line) => ({
          ...line,
          azimuthRad: line.azimuthRad === 0 ? 0 : -line.azimuthRad,
          side: { left: 'right', right: 'left', on: 'on' }[line.side],
        }));
        expect({ ...left, lines: mirrored }).toEqual(right);
      }),
      { numRuns: 10_000, seed: 20_260_417 },
    );
  }, 180_000);
});
