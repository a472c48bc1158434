import { type CheckDocument, DocumentRefused } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { sceneOfCheck } from './scene-of-check.ts';
import { solveDocument } from './solve-document.ts';

const checkOf = (handedness: 'right' | 'left', more: Partial<CheckDocument> = {}): CheckDocument => ({
  format: 'lotrecht-check',
  version: 1,
  handedness,
  targetLine: { stakeSeparationM: 6, sightingDeg: 0.2 },
  tolerancesDeg: { toes: [-3, 1], face: [-1, 1], shoulders: [-3, 3] },
  order: ['face', 'toes', 'shoulders'],
  observations: [
    { line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 },
    { line: 'face', by: 'square', heelGapMm: 3, toeGapMm: 4, baseMm: 75 },
    { line: 'shoulders', by: 'pointsAt', lateralM: 4, distanceM: 150, gapMm: 300, rod: true, baseMm: 400 },
  ],
  ...more,
});

/** The same judged from the target, with every limit turned the other way. */
const limitsTurned = (byDeg: number): Pick<CheckDocument, 'tolerancesDeg' | 'goalsDeg'> => ({
  tolerancesDeg: {
    toes: [-3 + byDeg, 1 + byDeg],
    face: [-1 + byDeg, 1 + byDeg],
    shoulders: [-3 + byDeg, 3 + byDeg],
  },
  goalsDeg: { toes: byDeg, face: byDeg, shoulders: byDeg },
});

describe('a check that is judged against a start line', () => {
  it.each([
    ['right', 4],
    ['right', -2.5],
    ['left', 4],
    ['left', -2.5],
  ] as const)(
    '%s-handed, %s°: says of every line what it says of turned limits',
    (handedness, startLineDeg) => {
      const asStarted = solveDocument(checkOf(handedness, { startLineDeg }));
      const turned = handedness === 'right' ? startLineDeg : -startLineDeg;
      const limits = limitsTurned(turned);
      const fromTarget = solveDocument(checkOf(handedness, limits));
      for (const line of ['toes', 'face', 'shoulders'] as const) {
        const [from, to] = [fromTarget.lines[line], asStarted.lines[line]];
        if (from === undefined || to === undefined) throw new Error(`${line} was read`);
        expect(to.handedAzimuthDeg).toBeCloseTo(from.handedAzimuthDeg - turned, 10);
        expect(to.azimuthDeg).toBeCloseTo(from.azimuthDeg - startLineDeg, 10);
        expect(to.standardUncertaintyDeg).toBeCloseTo(from.standardUncertaintyDeg, 12);
        expect(to.verdict).toBe(from.verdict);
        expect(to.conformanceProbability).toBeCloseTo(from.conformanceProbability ?? NaN, 12);
        if (from.move === undefined) expect(to.move).toBeUndefined();
        else expect(to.move?.mm).toBeCloseTo(from.move.mm, 8);
      }
      expect(asStarted.fixFirst).toBe(fromTarget.fixFirst);
      // Who aims at a start line is as likely to be off it as others are off the target: the answer is made there.
      expect(asStarted.posterior?.lines.toes.meanDeg).toBeLessThan(20);
    },
  );

  it('is drawn where it was read, whatever it is told from', () => {
    const [document, aside] = [checkOf('right'), checkOf('right', { startLineDeg: 4 })];
    const drawn = (of: CheckDocument) => sceneOfCheck(of, solveDocument(of)).lines.map((line) => line.drawn);
    for (const [n, { from, to }] of drawn(aside).entries()) {
      expect(from.xM).toBeCloseTo(drawn(document)[n]?.from.xM ?? NaN, 10);
      expect(to.xM).toBeCloseTo(drawn(document)[n]?.to.xM ?? NaN, 10);
    }
    const goal = sceneOfCheck(aside, solveDocument(aside), { goalsDeg: {} }).lines[0]?.drawn;
    if (goal === undefined) throw new Error('the toes were read');
    const turned = Math.atan2(goal.to.xM - goal.from.xM, goal.to.yM - goal.from.yM);
    expect((turned * 180) / Math.PI).toBeCloseTo(4, 8);
  });

  it('at the target is what it was', () => {
    expect(solveDocument(checkOf('right', { startLineDeg: 0 }))).toEqual(solveDocument(checkOf('right')));
  });

  it('has earlier checks from where their own balls were to start', () => {
    const earlier = (startLineDeg: number, gapMm: number) =>
      solveDocument(
        checkOf('right', {
          earlier: [
            {
              daysBefore: 7,
              targetLine: {},
              ...(startLineDeg !== 0 && { startLineDeg }),
              observations: [
                { line: 'toes', by: 'angle', readingDeg: 2 + startLineDeg + gapMm, uncertaintyDeg: 1 },
              ],
            },
          ],
        }),
      ).posterior?.lines.toes.meanDeg;
    expect(earlier(3, 0)).toBeCloseTo(earlier(0, 0) ?? NaN, 10);
    expect(earlier(0, 3)).not.toBeCloseTo(earlier(0, 0) ?? NaN, 2);
  });

  it('is refused where nobody starts a ball', () => {
    expect(() => solveDocument(checkOf('right', { startLineDeg: 60 }))).toThrow(DocumentRefused);
  });
});
