import { describe, expect, it } from 'vitest';
import { type LineName } from '../geometry/line.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type Observation } from './observation.ts';
import { linesReadAlike, requireMeasurable, requireOwnReadings } from './require-measurable.ts';

/** The code and field of a refusal; nothing where it is taken. */
function refused(act: () => void): string | null {
  try {
    act();
    return null;
  } catch (error) {
    if (error instanceof RefusedInput) return `${error.code} ${error.field}`;
    throw error;
  }
}

const gaps = (line: LineName, baseM: number, rod: boolean): Observation => ({
  line,
  by: 'gaps',
  rod,
  leadGapM: 0.5,
  trailGapM: 0.5,
  baseM,
});
const square = (change: object): Observation =>
  ({ line: 'face', by: 'square', heelGapM: 0.004, toeGapM: 0.001, baseM: 0.075, ...change }) as Observation;
const faceRod = (change: object): Observation =>
  ({
    line: 'face',
    by: 'faceRod',
    faceGapM: 0.002,
    tipGapM: -0.003,
    lengthM: 0.6,
    ...change,
  }) as Observation;
const pointsAt = (line: LineName, change: object): Observation =>
  ({ line, by: 'pointsAt', lateralM: 2, distanceM: 150, ...change }) as Observation;
const toes = (change: object): Observation => ({ ...gaps('toes', 0.45, false), ...change }) as Observation;
const angle = (change: object): Observation =>
  ({ line: 'toes', by: 'angle', readingRad: 0.05, ...change }) as Observation;

const deg = (value: number): number => (value * Math.PI) / 180;

/** A reading made of a value, the field it is refused by, and the least and most that are taken. */
const LIMITED: readonly (readonly [
  field: string,
  of: (value: number) => Observation,
  least: number,
  most: number,
])[] = [
  ...(
    [
      ['toes', 0.08, 0.9],
      ['heels', 0.05, 0.8],
      ['knees', 0.08, 0.7],
      ['hips', 0.12, 0.5],
      ['shoulders', 0.15, 0.6],
      ['eyes', 0.04, 0.09],
    ] as const
  ).flatMap(
    ([line, least, most]) =>
      [
        ['baseM', (baseM: number) => gaps(line, baseM, false), least, most],
        ['baseM', (baseM: number) => pointsAt(line, { baseM }), least, most],
      ] as const,
  ),
  ...(['toes', 'heels', 'knees', 'hips', 'shoulders'] as const).map(
    (line) => ['baseM', (baseM: number) => gaps(line, baseM, true), 0.25, 2] as const,
  ),
  ['baseM', (baseM) => gaps('eyes', baseM, true), 0.12, 1.5],
  ...(
    [
      ['toes', 0.08, 0.9],
      ['heels', 0.05, 0.8],
      ['knees', 0.08, 0.7],
      ['hips', 0.1, 0.5],
      ['shoulders', 0.12, 0.6],
      ['eyes', 0.04, 0.3],
    ] as const
  ).map(
    ([line, least, most]) =>
      ['baseM', (baseM: number) => pointsAt(line, { rod: true, baseM }), least, most] as const,
  ),
  ['baseM', (baseM) => square({ baseM }), 0.035, 0.14],
  ['lengthM', (lengthM) => faceRod({ lengthM }), 0.15, 1.3],
  ['leadGapM', (leadGapM) => toes({ leadGapM }), -3, 3],
  ['trailGapM', (trailGapM) => toes({ trailGapM }), -3, 3],
  ['heelGapM', (heelGapM) => square({ heelGapM }), -0.4, 0.4],
  ['toeGapM', (toeGapM) => square({ toeGapM }), -0.4, 0.4],
  ['faceGapM', (faceGapM) => faceRod({ faceGapM }), -0.4, 0.4],
  ['tipGapM', (tipGapM) => faceRod({ tipGapM }), -0.4, 0.4],
  ['resolutionM', (resolutionM) => toes({ resolutionM }), 0.0001, 0.02],
  ['plumbM', (plumbM) => toes({ plumbM }), 0, 0.03],
  ['endUncertaintyM', (endUncertaintyM) => toes({ endUncertaintyM }), 0.0001, 0.06],
  ['endUncertaintyM', (endUncertaintyM) => pointsAt('toes', { endUncertaintyM }), 0.0001, 0.06],
  ['plumbM', (plumbM) => pointsAt('hips', { plumbM }), 0, 0.03],
  ['distanceM', (distanceM) => pointsAt('toes', { distanceM }), 5, 400],
  ['gapM', (gapM) => pointsAt('toes', { gapM }), -3, 3],
  ['uncertaintyRad', (uncertaintyRad) => angle({ uncertaintyRad }), deg(0.05), deg(10)],
  ['seatingUncertaintyRad', (seatingUncertaintyRad) => toes({ rod: true, seatingUncertaintyRad }), 0, deg(5)],
  ['seatingUncertaintyRad', (seatingUncertaintyRad) => faceRod({ seatingUncertaintyRad }), 0, deg(5)],
];

describe('what a person, a tape and a rod can measure', () => {
  it.each(LIMITED)('%s is refused just outside, and taken at both ends', (field, of, least, most) => {
    const step = 1e-4 * Math.max(1e-3, most);
    for (const value of [least, (least + most) / 2, most])
      expect(refused(() => requireMeasurable(of(value)))).toBeNull();
    for (const value of [least - step, most + step])
      expect(refused(() => requireMeasurable(of(value)))).toBe(`out-of-range ${field}`);
  });

  it('says what was read and what is taken', () => {
    const inches = square({ baseM: 0.75 });
    expect(refused(() => requireMeasurable(inches))).toBe('out-of-range baseM');
    try {
      requireMeasurable(inches);
    } catch (error) {
      expect((error as RefusedInput).detail).toMatchObject({ read: 0.75, least: 0.035, most: 0.14 });
    }
  });

  it('takes what a conversion from millimetres rounds', () => {
    expect(refused(() => requireMeasurable(gaps('eyes', 0.1 * 0.9 + Number.EPSILON, false)))).toBeNull();
  });
});

describe('the same reading of one stand', () => {
  const again = (times: number, change: object = {}): readonly Observation[] =>
    Array.from({ length: times }, () => toes(change));

  it('counts up to three times, and is a copy from the fourth on', () => {
    expect(refused(() => requireOwnReadings(again(3)))).toBeNull();
    expect(refused(() => requireOwnReadings(again(4)))).toBe('duplicate observations.3');
    expect(refused(() => requireOwnReadings([...again(3), ...again(3, { hold: 2 })]))).toBeNull();
    expect(refused(() => requireOwnReadings([...again(3), ...again(2, { hold: 1 })]))).toBe(
      'duplicate observations.3',
    );
    expect(refused(() => requireOwnReadings([...again(3), ...again(3, { trailGapM: 0.501 })]))).toBeNull();
  });

  it('is noted, in whatever order its fields stand', () => {
    const turned = Object.fromEntries(Object.entries(toes({})).toReversed()) as unknown as Observation;
    expect([...linesReadAlike([toes({}), turned, square({})])]).toEqual(['toes']);
    expect(linesReadAlike([toes({}), toes({ hold: 2 })]).size).toBe(0);
  });
});
