import { RefusedInput } from '@lotrecht/core';
import { type BallRunInput, type CheckDocument, type CheckView } from '@lotrecht/records';
import { runSentences } from '@lotrecht/words';
import { describe, expect, it } from 'vitest';
import { solveDocument } from '../check/solve-document.ts';
import { findingOfRun, seenBalls, setUpOfRun, startsAside } from './finding-of-run.ts';

type Run = BallRunInput['run'];
type Ball = Run['balls'][number];

const ballsOf = (...balls: readonly (readonly [widths: number, bearingDeg: number])[]): Ball[] =>
  balls.map(([widths, bearingDeg], n) => ({ id: `ball ${n}`, start: { widths }, finish: { bearingDeg } }));
const runOf = (balls: Ball[], more: Partial<Run> = {}): Run => ({
  clubGroup: 'mid-iron',
  carryM: 140,
  gateM: 2,
  windRightMs: 0,
  windAheadMs: 0,
  help: 'cued',
  place: 'range',
  balls,
  ...more,
});
const checkOf = (
  handedness: 'right' | 'left',
  trailGapMm: number,
  more: Partial<CheckDocument> = {},
): Pick<CheckView, 'document' | 'result'> => {
  const document: CheckDocument = {
    format: 'lotrecht-check',
    version: 1,
    handedness,
    targetLine: { stakeSeparationM: 6, sightingDeg: 0.2 },
    method: { id: 'all-parallel', version: 1 },
    observations: [
      { line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm, baseMm: 450 },
      { line: 'face', by: 'square', heelGapMm: 3, toeGapMm: 3, baseMm: 75 },
    ],
    ...more,
  };
  return { document, result: solveDocument(document) };
};
const said = (
  run: Run,
  check: Pick<CheckView, 'document' | 'result'> | null,
  hand: 'right' | 'left' = 'right',
) => {
  const found = findingOfRun(run, check);
  if (found === null) throw new Error('the run has three balls');
  return runSentences(found, hand, { unit: 'm', carryM: run.carryM });
};

const PULLED = ballsOf([-3, -1], [-4, -2], [-3, 0], [-3, -1.5], [-4, -1], [-3, -0.5], [-3, -2], [-4, -1]);
const STRAIGHT = ballsOf([0, -1.5], [0, -0.5], [1, 0], [0, -1.5], [-1, -1], [0, -0.5], [0, -1.5], [0, -1]);

describe('a run beside its set-up', () => {
  it('that is out says aim first, and blames neither face nor path', () => {
    expect(said(runOf(STRAIGHT), checkOf('right', 625)).first).toMatch(/[Aa]im first/);
  });

  it('that is in: straight balls do what it says, and a little pulled is fine', () => {
    const { first, seen } = said(runOf(STRAIGHT), checkOf('right', 572));
    expect(first).toBe('The ball does what the set-up says.');
    expect(seen).toContain('A finish a little left with a square set-up is fine.');
    expect(seen[0]).toMatch(/^8 balls: started straight, came down 2\.\d m left\.$/);
  });

  it('that is in: a pull with a fade comes from the path, told as lengths where the ball comes down', () => {
    const { first, seen, figures } = said(runOf(PULLED), checkOf('right', 572));
    expect(first).toMatch(/^(The path, not the aim|Face and path)/);
    expect(seen).toContain('Mostly pull, fade.');
    expect(figures[0]).toMatch(/^As sure as that is: \d+ %\.$/);
  });

  it('of a left-hander is told from the other hand', () => {
    const mirrored = PULLED.map(({ id, start, finish }) => ({
      id,
      start: { widths: -(start.widths ?? 0) },
      finish: { bearingDeg: -(finish.bearingDeg ?? 0) },
    }));
    expect(said(runOf(mirrored), checkOf('left', 572), 'left').seen).toContain('Mostly pull, fade.');
  });

  it('without one says face and path alone; before the third ball nothing; a ball struck out counts for nothing', () => {
    expect(said(runOf(PULLED), null).first).toMatch(/^Read a set-up/);
    expect(findingOfRun(runOf(PULLED.slice(0, 2)), null)).toBeNull();
    const out = PULLED.slice(0, 3).map((ball, n): Ball => (n === 0 ? { ...ball, struck: 'topped' } : ball));
    expect(seenBalls(runOf(out))).toHaveLength(2);
    expect(findingOfRun(runOf(out), null)).toBeNull();
  });

  it('starts aside where the face alone does not go where it was aimed; nothing is said of a set-up that is out', () => {
    const pushed = ballsOf([2, 6], [3, 7], [3, 6.5], [2, 6], [3, 7.5], [3, 6], [2, 6.5], [3, 7]);
    const found = findingOfRun(runOf(pushed), checkOf('right', 572));
    expect(found?.finding?.cause).toBe('face');
    expect(startsAside(found)).toBe(true);
    expect(startsAside(findingOfRun(runOf(STRAIGHT), checkOf('right', 572)))).toBe(false);
    expect(startsAside(findingOfRun(runOf(pushed), checkOf('right', 625)))).toBe(false);
    expect(startsAside(findingOfRun(runOf(pushed), null))).toBe(false);
  });

  it('takes a carry or a wind that cannot be for what it is', () => {
    expect(() => findingOfRun(runOf(PULLED, { carryM: 290 }), null)).toThrow(RefusedInput);
    expect(() => findingOfRun(runOf(PULLED, { windRightMs: 19, windAheadMs: 19 }), null)).toThrow(
      RefusedInput,
    );
  });
});

describe('the set-up of a run', () => {
  it('is told from the target, where its ball was to start somewhere else', () => {
    const [at, aside] = [
      setUpOfRun(checkOf('right', 572)),
      setUpOfRun(checkOf('right', 572, { startLineDeg: 4 })),
    ];
    if (at === null || aside === null) throw new Error('toes were read');
    // Read as they are, they are where they are; the prior draws each towards its own line.
    expect(aside.body.meanDeg).toBeGreaterThan(at.body.meanDeg - 0.2);
    expect(aside.body.meanDeg).toBeLessThan(at.body.meanDeg + 1);
    const left = setUpOfRun(checkOf('left', 602));
    const right = setUpOfRun(checkOf('right', 602));
    expect(left?.body.meanDeg).toBeCloseTo(-(right?.body.meanDeg ?? NaN), 10);
  });

  it('is none where nothing of the body was read', () => {
    const face = checkOf('right', 572, {
      observations: [{ line: 'face', by: 'square', heelGapMm: 3, toeGapMm: 3, baseMm: 75 }],
    });
    expect(setUpOfRun(face)).toBeNull();
  });
});
