import { describe, expect, it } from 'vitest';
import { type CheckDocument, DocumentRefused, validateCheckDocument } from '@lotrecht/records';
import { composeCheck, judgementOf } from './compose-check.ts';
import { composeObservation, typedReading, type TypedReading } from './typed-reading.ts';
import { moveText, roundedMoveMm } from '@lotrecht/words';
import { advisedMoveOf } from './advised-move.ts';
import { feelOfTurn } from './feel.ts';
import { sceneOfCheck } from './scene-of-check.ts';
import { solveDocument } from './solve-document.ts';
import { solveReadable } from './solve-readable.ts';

function refusalsOf(work: () => unknown): DocumentRefused['refusals'] {
  try {
    work();
  } catch (error) {
    if (error instanceof DocumentRefused) return error.refusals;
    throw error;
  }
  return [];
}

const toes = (change: Record<string, number> = {}): TypedReading => ({
  line: 'toes',
  by: 'gaps',
  values: { leadGapMm: 571, trailGapMm: 602, baseMm: 450, ...change },
});
const face: TypedReading = { line: 'face', by: 'square', values: { heelGapMm: 4, toeGapMm: 1, baseMm: 75 } };
const valid = (): CheckDocument => composeCheck(quick) as CheckDocument;
const quick = {
  handedness: 'right',
  club: { group: 'mid-iron' },
  target: { name: 'Barge', distanceM: 150 },
  readings: [toes(), face],
} as const;

describe('a check document', () => {
  const valid = composeCheck(quick) as CheckDocument;
  const { method: _method, ...unjudged } = valid;
  const ownLimits = { ...unjudged, tolerancesDeg: { toes: [-2, 2] }, order: ['toes'] };

  it.each([
    [{ ...valid, windy: true }, 'unknown-field', '/windy'],
    [{ ...valid, version: 2, sunshine: true }, 'newer-version', '/version'],
    [{ ...valid, version: 0 }, 'not-allowed', '/version'],
    [{ ...valid, handedness: 'both' }, 'not-allowed', '/handedness'],
    [{ ...valid, observations: [] }, 'minItems', '/observations'],
    [{ ...valid, observations: [{ line: 'toes', by: 'photo' }] }, 'discriminator', '/observations/0'],
    [
      { ...valid, observations: [{ line: 'toes', by: 'gaps', leadGapMm: 1, trailGapMm: 2 }] },
      'missing',
      '/observations/0/baseMm',
    ],
    [{ ...ownLimits, tolerancesDeg: { toes: [-2] } }, 'minItems', '/tolerancesDeg/toes'],
    [{ ...valid, tolerancesDeg: { toes: [-2, 2] } }, 'not-together', '/tolerancesDeg'],
    [{ ...valid, footLine: 'toes' }, 'not-together', '/footLine'],
    [{ ...ownLimits, order: undefined }, 'missing', '/order'],
    [{ ...valid, club: { group: 'wedge', name: 'half a \ud83c' } }, 'broken-text', '/club/name'],
    [{ ...valid, target: { distanceM: 0 } }, 'out-of-range', '/target/distanceM'],
    [{ ...valid, target: { distanceM: 15_000 } }, 'out-of-range', '/target/distanceM'],
    [null, 'type', ''],
    ['text', 'type', ''],
  ])('that does not fit is refused with its path: %#', (document, code, path) => {
    expect(refusalsOf(() => validateCheckDocument(document))[0]).toMatchObject({ code, path });
  });

  it('is refused by core in its own names and units', () => {
    const document = composeCheck({
      ...quick,
      readings: [toes({ leadGapMm: 57_100 }), face],
    }) as CheckDocument;
    expect(refusalsOf(() => solveDocument(document))).toEqual([
      {
        code: 'out-of-range',
        path: '/observations/0/leadGapMm',
        message:
          'Read 57100 mm. Look for a digit too many or too few, or a unit that slipped. Type a value from -3000 mm to 3000 mm.',
      },
    ]);
    const steep = composeCheck({ ...quick, readings: [toes({ trailGapMm: 1200 })] }) as CheckDocument;
    expect(refusalsOf(() => solveDocument(steep))[0]).toMatchObject({
      code: 'angle-beyond-45',
      path: '/observations/0/trailGapMm',
    });
  });
});

describe('a quick check', () => {
  it('is composed of the lines that are complete, never of zeros', () => {
    const begun: TypedReading = { line: 'toes', by: 'gaps', values: { leadGapMm: 571 } };
    expect(composeCheck({ ...quick, readings: [begun] })).toBeUndefined();
    const toesOnly = composeCheck({ ...quick, readings: [toes(), { ...face, values: { heelGapMm: 4 } }] });
    expect(toesOnly?.observations.map((o) => o.line)).toEqual(['toes']);
  });

  it('keeps a judgement of its own', () => {
    const judgement = { tolerancesDeg: { toes: [-1, 1] as [number, number] }, order: ['toes'] as ['toes'] };
    const document = composeCheck({ ...quick, judgement }) as CheckDocument;
    expect(judgementOf(document)).toEqual(judgement);
    expect(judgementOf(valid())).toEqual({ method: { id: 'all-parallel', version: 1 } });
  });

  it('advises a move from where the line is thought to be, to the goal, in a step that is known', () => {
    const document = { ...(composeCheck(quick) as CheckDocument), readdressSdDeg: 1 };
    const tape = solveDocument(document, { answer: 'tape' });
    expect(advisedMoveOf(document, tape, 'toes')).toMatchObject({
      end: 'trail',
      mm: expect.closeTo(-31, 6) as number,
      turnDeg: expect.closeTo(-3.9408, 3) as number,
    });
    const result = solveDocument(document);
    const advised = advisedMoveOf(document, result, 'toes');
    const { meanDeg = NaN, standardDeviationDeg = NaN } = result.posterior?.asItStood?.lines.toes ?? {};
    expect(advised?.turnDeg).toBeCloseTo(-meanDeg, 9);
    expect(advised?.mm).toBeCloseTo(-450 * Math.tan((meanDeg * Math.PI) / 180), 6);
    expect(advised?.uncertaintyMm).toBeCloseTo(
      (450 * ((standardDeviationDeg * Math.PI) / 180)) / Math.cos((meanDeg * Math.PI) / 180) ** 2,
      6,
    );
    // Known to some 9 mm: said in steps of 2 mm.
    if (advised === null) throw new Error('the toes were read');
    expect(moveText('toes', advised)).toMatch(/^Trail toe 2[468] mm toward the line\.$/);
    expect(advisedMoveOf(document, result, 'hips')).toBeNull();
    const toGoal = {
      ...document,
      method: undefined,
      tolerancesDeg: { toes: [-4, 0] },
      goalsDeg: { toes: -2 },
    };
    const open = advisedMoveOf(toGoal as unknown as CheckDocument, tape, 'toes');
    expect(open?.turnDeg).toBeCloseTo(-5.9408, 3);
  });

  it.each([
    [{ mm: -31, uncertaintyMm: 1.5 }, 'mm', -31],
    [{ mm: -31, uncertaintyMm: 9 }, 'mm', -32],
    [{ mm: -31, uncertaintyMm: 12 }, 'mm', -30],
    [{ mm: -31, uncertaintyMm: 45 }, 'mm', -40],
    [{ mm: 9, uncertaintyMm: 45 }, 'cm', 0],
    [{ mm: -31, uncertaintyMm: 12 }, 'in', -31.75],
    [{ mm: -31, uncertaintyMm: 60 }, 'in', -25.4],
  ] as const)('rounds a move of %o in %s to %d mm', (move, unit, rounded) => {
    expect(roundedMoveMm(move, unit)).toBeCloseTo(rounded, 9);
  });

  it('moves the toe of the club forward where the face is open, over the edge that was read', () => {
    const document = composeCheck({
      ...quick,
      readings: [{ ...face, values: { ...face.values, heelGapMm: 6, toeGapMm: 2 } }],
    }) as CheckDocument;
    const tape = solveDocument(document, { answer: 'tape' });
    expect(advisedMoveOf(document, tape, 'face')).toMatchObject({
      end: 'toe',
      mm: expect.closeTo(4, 6) as number,
    });
  });

  it('feels aimed 10 m left when a line 3.9° to the right is squared at 150 m', () => {
    expect(feelOfTurn(-3.9408, { distanceM: 150, handedness: 'right' })).toEqual({
      metres: expect.closeTo(10.33, 2) as number,
      side: 'left',
    });
    expect(feelOfTurn(-5.9408, { distanceM: 150, handedness: 'left' }).side).toBe('right');
  });

  it('still says what it can while one line is impossible', () => {
    const document = composeCheck({ ...quick, readings: [toes({ baseMm: 0 }), face] }) as CheckDocument;
    const { result, refusals } = solveReadable(document);
    expect(Object.keys(result?.lines ?? {})).toEqual(['face']);
    expect(refusals.map((r) => r.path)).toEqual(['/observations/0/baseMm']);
  });

  it('is drawn on the player’s side, lead foot nearer the target', () => {
    const document = composeCheck({ ...quick, handedness: 'left' }) as CheckDocument;
    const [toes] = sceneOfCheck(document, solveDocument(document)).lines;
    expect(toes?.marks.lead).toEqual({ xM: 0.571, yM: 0.225 });
    expect(toes?.marks.trail).toEqual({ xM: 0.602, yM: -0.225 });
  });
});

describe('a reading', () => {
  it.each<[TypedReading, object]>([
    [
      { line: 'hips', by: 'gaps', hold: 2, values: { leadGapMm: 700, trailGapMm: 710, baseMm: 300 } },
      { hold: 2, resolutionMm: 5, plumbMm: 3, baseUncertaintyMm: 5 },
    ],
    [
      { line: 'hips', by: 'gaps', rod: true, values: { leadGapMm: 300, trailGapMm: 330, baseMm: 1220 } },
      { rod: true, baseAlong: 'rod', plumbMm: 3 },
    ],
    [toes(), { plumbMm: 0 }],
    [face, { resolutionMm: 1, baseUncertaintyMm: 2 }],
    [
      { line: 'face', by: 'faceRod', values: { faceGapMm: 0, tipGapMm: 12, lengthMm: 600 } },
      { resolutionMm: 5, lengthUncertaintyMm: 5, seatingUncertaintyDeg: 0.5 },
    ],
    [{ line: 'eyes', by: 'pointsAt', values: { lateralM: 6, distanceM: 150 } }, { lateralUncertaintyM: 1 }],
    [{ line: 'knees', by: 'angle', values: { readingDeg: 3 } }, { uncertaintyDeg: 1 }],
    [{ line: 'knees', by: 'eye', values: { readingDeg: 4 } }, { uncertaintyDeg: 4 }],
  ])('writes out what it was made with, and comes back as it was typed: %#', (typed, made) => {
    const observation = composeObservation(typed);
    expect(observation).toMatchObject({ ...made, ...typed.values, line: typed.line, by: typed.by });
    if (observation === undefined) throw new Error('every reading is complete');
    const back = typedReading(observation);
    expect(back.values).toEqual(typed.values);
    // A tape of today does not change a reading of yesterday.
    expect(composeObservation(back, { tapeDivisionMm: 1, windy: true })).toEqual(observation);
  });

  it('of a bob in wind sways more, on the ground it does not', () => {
    const hips: TypedReading = { ...toes(), line: 'hips' };
    expect(composeObservation(hips, { windy: true })).toMatchObject({ plumbMm: 6 });
    expect(composeObservation(toes(), { windy: true })).toMatchObject({ plumbMm: 0 });
  });
});
