import { describe, expect, it } from 'vitest';
import { composeObservation } from '../check/typed-reading.ts';
import { landmarkStudy, type StudyReading } from './landmark-study.ts';

const reading = (trailGapMm: number): StudyReading => ({ leadGapMm: 571, trailGapMm });
const how = { line: 'toes', rodMm: null, resolutionMm: 5, plumbMm: 0 } as const;

describe('a study of how a point is found', () => {
  it('says nothing before some set-up was read twice', () => {
    expect(landmarkStudy([], how)).toBeNull();
    expect(landmarkStudy([[reading(600)], [reading(610)]], how)).toBeNull();
  });

  it('pools the scatter of set-ups, never the differences between them', () => {
    const study = landmarkStudy(
      [
        [reading(600), reading(606), reading(603)],
        [reading(650), reading(656), reading(653)],
      ],
      how,
    );
    // Differences scatter by 3 mm; one end has half of that variance.
    expect(study?.endSdMm).toBeCloseTo(3 / Math.SQRT2, 9);
    expect(study?.degreesOfFreedom).toBe(4);
    // Widened by √(4/2) for four degrees of freedom; the tape's division, 5/√12 = 1.44 mm, is taken out.
    expect(study?.landmarkMm).toBeCloseTo(Math.sqrt(2 * 4.5 - 25 / 12), 9);
    expect(study?.shippedMm).toBe(3);
    expect(study?.stillWanted).toBe(4);
  });

  it('of a rod is of its contacts with the body, however long it is', () => {
    const setups = [1, 2, 3].map(() => [600, 606, 603, 612].map(reading));
    const at = (rodMm: number): number =>
      landmarkStudy(setups, { line: 'hips', rodMm, resolutionMm: 1, plumbMm: 0 })?.landmarkMm ?? 0;
    // Contacts 300 mm apart under bobs 1,200 mm apart: a quarter of what the ends show.
    expect(at(600) / at(1200)).toBeCloseTo(2, 9);
    const bare = landmarkStudy(setups, { line: 'hips', rodMm: null, resolutionMm: 1, plumbMm: 0 });
    expect(at(1200)).toBeCloseTo((bare?.landmarkMm ?? 0) / 4, 9);
  });

  it('has an interval that holds the value, and is never sharper than a tenth of a millimetre', () => {
    const setups = [1, 2, 3].map(() => [600, 600, 601, 600].map(reading));
    const study = landmarkStudy(setups, how);
    expect(study?.landmarkMm).toBe(0.1);
    expect(study?.stillWanted).toBe(0);
    const [low, high] = study?.endSdIntervalMm ?? [0, 0];
    expect(low).toBeLessThan(study?.endSdMm ?? 0);
    expect(high).toBeGreaterThan(study?.endSdMm ?? 0);
  });
});

describe('an instructor’s own landmark', () => {
  const toes = {
    line: 'toes',
    by: 'gaps',
    values: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 },
  } as const;

  it('is written into the readings of its line and way, with tape and bob, and into no other', () => {
    const landmarksMm = { 'toes.bare': 4, 'hips.rod': 7 };
    const own = composeObservation(toes, { landmarksMm });
    expect(own).toMatchObject({ endUncertaintyMm: Number(Math.hypot(4, 5 / Math.sqrt(12)).toFixed(3)) });
    expect(own).not.toHaveProperty('resolutionMm');
    const rod = composeObservation({ ...toes, line: 'hips', rod: true }, { landmarksMm, windy: true });
    // Of a rod it is an angle, √2·7 mm over the usual 300 mm, beside what tape and bob do at its ends.
    const seatingUncertaintyDeg = Number(((Math.SQRT2 * 7) / 300 / (Math.PI / 180)).toFixed(4));
    expect(rod).toMatchObject({ seatingUncertaintyDeg, resolutionMm: 5, plumbMm: 6 });
    expect(composeObservation({ ...toes, rod: true }, { landmarksMm })).toMatchObject({ resolutionMm: 5 });
  });
});
