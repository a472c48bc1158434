import { SHIPPED_METHODS, solveDocument, USUAL_OF_CLUB } from '@lotrecht/judging';
import { type CheckDocument, type CheckRecord } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { standOfCheck, withClub } from './stand-of-check.ts';

const GROUND = { marks: [], statureMm: null, headLifted: false };

function standOf(more: Partial<CheckDocument> = {}, record: CheckRecord | null = null) {
  const document: CheckDocument = {
    format: 'lotrecht-check',
    version: 1,
    handedness: 'right',
    method: { id: SHIPPED_METHODS[0]?.id ?? '', version: 1 },
    targetLine: { offsetMm: 120 },
    target: { name: 'Barge', distanceM: 150 },
    observations: [
      { line: 'toes', by: 'gaps', leadGapMm: 700, trailGapMm: 731, baseMm: 450 },
      { line: 'face', by: 'square', heelGapMm: 4, toeGapMm: 1, baseMm: 75 },
    ],
    ...more,
  };
  return standOfCheck({ document, result: solveDocument(document), record }, GROUND);
}

describe('a check that is walked into', () => {
  it('stands as it was read: feet, face, and the string where it was laid', () => {
    const now = standOf()?.now;
    expect(now?.stanceM).toBe(0.45);
    expect(now?.toesToBallM).toBeCloseTo((700 + 731) / 2000 - 0.12, 9);
    expect(now?.stringInsideM).toBeCloseTo(-0.12, 9);
    expect(now?.bodyTurnDeg).toBeGreaterThan(2);
    // Heel farther from the rod than toe: open, to the right.
    expect(now?.faceTurnDeg).toBeGreaterThan(1);
  });

  it('as it should be has the method’s goals, from the start line where there is one', () => {
    const [plain, from] = [standOf()?.goal, standOf({ startLineDeg: -3 })?.goal];
    expect((from?.faceTurnDeg ?? 0) - (plain?.faceTurnDeg ?? 0)).toBeCloseTo(-3, 9);
    expect((from?.bodyTurnDeg ?? 0) - (plain?.bodyTurnDeg ?? 0)).toBeCloseTo(-3, 9);
  });

  it('as it feels is turned to where the student felt aimed, whichever hand; nothing where nobody asked', () => {
    expect(standOf()?.felt).toBeNull();
    expect(standOf({}, { feltDeg: -2 })?.felt?.bodyTurnDeg).toBe(-2);
    expect(standOf({ handedness: 'left' }, { feltDeg: -2 })?.felt?.bodyTurnDeg).toBe(2);
  });

  it('is none without a target to see, and has no string where nothing was taped', () => {
    expect(standOf({ target: {} })).toBeNull();
    const byEye = standOf({ targetLine: {}, observations: [{ line: 'toes', by: 'eye', readingDeg: 2 }] });
    expect(byEye?.now.stringInsideM).toBeNull();
  });

  it('with another club has eyes and feet where they usually are with it', () => {
    const now = standOf()?.now;
    if (!now) throw new Error('a stand');
    expect(withClub(now, 'driver', null)).toMatchObject({
      club: 'driver',
      eyesInsideM: USUAL_OF_CLUB.driver.eyesInsideM,
    });
    expect(withClub(now, 'driver', 1600).eyesInsideM).toBeLessThan(USUAL_OF_CLUB.driver.eyesInsideM);
  });
});
