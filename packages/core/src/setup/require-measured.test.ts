import { describe, expect, it } from 'vitest';
import { type Observation } from '../observation/observation.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { requireMeasured } from './require-measured.ts';
import { type EarlierSetup, type Setup } from './setup.ts';
import { solveSetup } from './solve.ts';

const deg = (value: number): number => (value * Math.PI) / 180;
const toes = (trailGapM: number): Observation => ({
  line: 'toes',
  by: 'gaps',
  leadGapM: 0.571,
  trailGapM,
  baseM: 0.45,
});
const hips: Observation = { line: 'hips', by: 'angle', readingRad: 0.02 };
const setup = (change: Partial<Setup> = {}): Setup => ({
  handedness: 'right',
  targetLine: {},
  tolerancesRad: {},
  order: [],
  observations: [toes(0.602)],
  ...change,
});
const before = (change: Partial<EarlierSetup> = {}): EarlierSetup => ({
  daysBefore: 7,
  targetLine: {},
  observations: [toes(0.59)],
  ...change,
});

function refused(change: Partial<Setup>): string | null {
  try {
    requireMeasured(setup(change));
    return null;
  } catch (error) {
    if (error instanceof RefusedInput) return `${error.code} ${error.field}`;
    throw error;
  }
}

describe('what stands around readings', () => {
  it.each<[string, Partial<Setup>, string | null]>([
    ['no sighting', { targetLine: { sightingRad: 0 } }, null],
    ['a sighting', { targetLine: { sightingRad: deg(0.05) } }, null],
    [
      'a sighting in radians',
      { targetLine: { sightingRad: deg(0.0087) } },
      'out-of-range targetLine.sightingRad',
    ],
    ['a wide sighting', { targetLine: { sightingRad: deg(5.01) } }, 'out-of-range targetLine.sightingRad'],
    ['stakes', { targetLine: { stakeSeparationM: 0.3 } }, null],
    ['one stake', { targetLine: { stakeSeparationM: 0.29 } }, 'out-of-range targetLine.stakeSeparationM'],
    ['far stakes', { targetLine: { stakeSeparationM: 101 } }, 'out-of-range targetLine.stakeSeparationM'],
    ['a steady student', { readdressSdRad: deg(0.1) }, null],
    ['a statue', { readdressSdRad: deg(0.09) }, 'out-of-range readdressSdRad'],
    ['nobody', { readdressSdRad: deg(8.1) }, 'out-of-range readdressSdRad'],
    ['fifty years', { earlier: [before({ daysBefore: 20_000 })] }, null],
    ['more', { earlier: [before({ daysBefore: 20_001 })] }, 'out-of-range earlier.0.daysBefore'],
    [
      'readings before',
      { earlier: [before({ observations: [{ ...toes(0.6), baseM: 2.99 } as Observation] })] },
      'out-of-range earlier.0.observations.0.baseM',
    ],
  ])('%s', (_what, change, said) => {
    expect(refused(change)).toBe(said);
  });
});

describe('a copy of a check', () => {
  it('of the same day is refused, on another day or of one string it may come out so', () => {
    expect(refused({ earlier: [before(), before()] })).toBe('duplicate earlier.1.observations');
    expect(refused({ earlier: [before({ daysBefore: 8 }), before()] })).toBeNull();
    const ofOne = before({ daysBefore: 0, sameLine: true });
    expect(refused({ earlier: [ofOne, ofOne] })).toBeNull();
  });

  it('is refused where it is the check itself', () => {
    const itself = before({ daysBefore: 0, observations: [toes(0.602)] });
    expect(refused({ earlier: [itself] })).toBe('duplicate earlier.0.observations');
    expect(refused({ earlier: [{ ...itself, daysBefore: 7 }] })).toBeNull();
    const observations = [hips, toes(0.602)];
    expect(refused({ observations, earlier: [before({ observations: observations.toReversed() })] })).toBe(
      'duplicate earlier.0.observations',
    );
  });
});

describe('a setup', () => {
  const inches = setup({
    observations: [{ line: 'face', by: 'square', heelGapM: 0.004, toeGapM: 0.001, baseM: 0.75 }],
  });

  it('that cannot have been measured is refused, and told where it was kept before', () => {
    expect(() => solveSetup(inches)).toThrow(RefusedInput);
    expect(solveSetup({ ...inches, stored: true }).lines[0]?.word).toBe('open');
  });

  it('notes a reading that stands there twice', () => {
    const { notes } = solveSetup(setup({ observations: [toes(0.602), toes(0.602)] }));
    expect(notes.filter(({ code }) => code === 'duplicate').map(({ line }) => line)).toEqual(['toes']);
    expect(solveSetup(setup()).notes.some(({ code }) => code === 'duplicate')).toBe(false);
  });
});
