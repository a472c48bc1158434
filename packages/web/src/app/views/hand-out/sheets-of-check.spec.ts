import { SHIPPED_METHODS, solveDocument } from '@lotrecht/judging';
import { type CheckDocument, type CheckView } from '@lotrecht/records';
import { cardOf, footprintsOf } from './sheets-of-check.ts';

const document: CheckDocument = {
  format: 'lotrecht-check',
  version: 1,
  handedness: 'left',
  club: { group: 'mid-iron' },
  targetLine: { offsetMm: 40 },
  method: { id: 'all-parallel', version: 1 },
  feet: { shoeLengthMm: 300, leadFlareDeg: 20, trailFlareDeg: 0 },
  observations: [
    { line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 },
    { line: 'hips', by: 'gaps', leadGapMm: 500, trailGapMm: 520, baseMm: 1100, baseAlong: 'rod', rod: true },
  ],
};
const check = { document, result: solveDocument(document), record: null } as unknown as CheckView;

describe('sheets of a check', () => {
  it('stand the feet as they were read, from the ball’s own line', () => {
    const now = footprintsOf(check, { stands: 'now', shoeMm: null, ballRules: { ballTable: 'graded' } });
    expect(now).toMatchObject({ handedness: 'left', toeBaseM: 0.45, shoeLengthM: 0.3 });
    expect(now.leadGapM).toBeCloseTo(0.531, 9);
    expect(now.trailGapM).toBeCloseTo(0.562, 9);
    expect(now.leadFlareRad).toBeCloseTo((20 * Math.PI) / 180, 9);
  });

  it('turn them square as they should be, with the ball where the table has it', () => {
    const goal = footprintsOf(check, { stands: 'goal', shoeMm: null, ballRules: { ballTable: 'graded' } });
    expect(goal.trailGapM).toBeCloseTo(goal.leadGapM, 12);
    expect(goal.leadAheadM).toBeCloseTo(0.4 * 0.45, 9);
  });

  it('take the student’s own shoe where none was noted in the check', () => {
    const { feet: _feet, ...without } = document;
    const bare = { ...check, document: without } as CheckView;
    expect(
      footprintsOf(bare, { stands: 'goal', shoeMm: 275, ballRules: { ballTable: 'graded' } }).shoeLengthM,
    ).toBe(0.275);
    expect(
      footprintsOf(bare, { stands: 'goal', shoeMm: null, ballRules: { ballTable: 'graded' } }).shoeLengthM,
    ).toBe(0.29);
  });

  it('make a card of the lengths that were read, and usual ones elsewhere, in the method’s order', () => {
    const [method] = SHIPPED_METHODS;
    if (method === undefined) throw new Error('methods are shipped');
    const card = cardOf(document, method, [1220]);
    expect(card.lines.map((l) => [l.line, l.baseMm, l.along])).toEqual([
      ['face', 75, 'targetLine'],
      ['toes', 450, 'targetLine'],
      ['knees', 1220, 'rod'],
      ['hips', 1100, 'rod'],
      ['shoulders', 1220, 'rod'],
      ['eyes', 1220, 'rod'],
    ]);
    expect(card.bases.map((b) => b.lengthMm)).toEqual([450, 1220, 75]);
  });
});
