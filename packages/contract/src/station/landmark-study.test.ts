import { describe, expect, it } from 'vitest';
import { composeObservation } from '../check/typed-reading.ts';
import { landmarkStudy, type StudyReading } from './landmark-study.ts';

const reading = (trailGapMm: number): StudyReading => ({ leadGapMm: 571, trailGapMm });
const how = { line: 'toes', rod: false, resolutionMm: 5, plumbMm: 0 } as const;

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
    // The tape's division, 5/√12 = 1.44 mm, is taken out: √(4.5 − 2.083) mm.
    expect(study?.landmarkMm).toBeCloseTo(Math.sqrt(4.5 - 25 / 12), 9);
    expect(study?.shippedMm).toBe(3);
    expect(study?.stillWanted).toBe(4);
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
    expect(rod).toMatchObject({ endUncertaintyMm: Number(Math.hypot(7, 5 / Math.sqrt(12), 6).toFixed(3)) });
    expect(composeObservation({ ...toes, rod: true }, { landmarksMm })).toMatchObject({ resolutionMm: 5 });
  });
});
