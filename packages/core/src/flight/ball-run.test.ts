import { describe, expect, it } from 'vitest';
import { type Bend, bendOf } from './bend.ts';
import { posteriorOfRun, type SeenStart } from './ball-run.ts';
import { causeOfRun, type SetUpOfRun } from './run-cause.ts';
import { runDifferences } from './run-difference.ts';
import { type Swing, shotOf } from './shot.ts';
import { seenByTaps, widthsDeg } from './taps.ts';

const SWING: Swing = { club: 'mid-iron', carryM: 140, wind: { rightMs: 0, aheadMs: 0 } };
const exactly = (startDeg: number, finishDeg: number): SeenStart => ({
  startDeg: [startDeg - 0.01, startDeg + 0.01],
  finishDeg: [finishDeg - 0.01, finishDeg + 0.01],
});
/** Eight balls of one face and path, a little apart, as a sharp eye sees them. */
const runOf = (faceDeg: number, pathDeg: number, swing = SWING): readonly SeenStart[] =>
  [-1.5, -1, -0.5, 0, 0, 0.5, 1, 1.5].map((off, n) => {
    const { startDeg, finishDeg } = shotOf(swing, { faceDeg: faceDeg + off, pathDeg: pathDeg + (n % 3) - 1 });
    return exactly(startDeg, finishDeg);
  });
const SQUARE: SetUpOfRun = {
  body: { meanDeg: 0, sdDeg: 0.7 },
  face: { meanDeg: 0, sdDeg: 0.7 },
  outProbability: 0.1,
};

describe('a run of balls', () => {
  const bend = bendOf(SWING);

  it('says the face and path it was hit with, with an interval that narrows with the balls', () => {
    const eight = posteriorOfRun(runOf(2, -3), bend);
    expect(eight.face.meanDeg).toBeCloseTo(2, 0);
    expect(Math.abs(eight.path.meanDeg - -3)).toBeLessThan(0.7);
    expect(eight.face.lowDeg).toBeLessThan(2);
    expect(eight.face.highDeg).toBeGreaterThan(2);
    const three = posteriorOfRun(runOf(2, -3).slice(2, 5), bend);
    const width = ({ lowDeg, highDeg }: { lowDeg: number; highDeg: number }): number => highDeg - lowDeg;
    expect(width(three.face)).toBeGreaterThan(width(eight.face));
    expect(eight.balls).toHaveLength(8);
  });

  it('says the same again, and the mirror of it mirrored', () => {
    const mirrored = runOf(2, -3).map(({ startDeg: [a, b], finishDeg: [c, d] }) => ({
      startDeg: [-b, -a] as const,
      finishDeg: [-d, -c] as const,
    }));
    const [run, other] = [posteriorOfRun(runOf(2, -3), bend), posteriorOfRun(mirrored, bend)];
    expect(posteriorOfRun(runOf(2, -3), bend)).toEqual(run);
    expect(other.face.meanDeg).toBeCloseTo(-run.face.meanDeg, 1);
    expect(other.path.meanDeg).toBeCloseTo(-run.path.meanDeg, 1);
  });

  it('takes the wind out', () => {
    const windy: Swing = { ...SWING, wind: { rightMs: 4, aheadMs: -2 } };
    const said = posteriorOfRun(runOf(0, 0, windy), bendOf(windy));
    expect(Math.abs(said.face.meanDeg)).toBeLessThan(0.6);
    expect(Math.abs(said.path.meanDeg)).toBeLessThan(0.9);
    const ignored = posteriorOfRun(runOf(0, 0, windy), bend);
    expect(ignored.path.meanDeg).toBeLessThan(-2);
  });

  it('waits for the third ball, and takes no bound that is none', () => {
    expect(() => posteriorOfRun(runOf(0, 0).slice(0, 2), bend)).toThrow(/three/i);
    const broken = { startDeg: [1, -1], finishDeg: [0, 1] } as const;
    expect(() => posteriorOfRun([broken, broken, broken], bend)).toThrow(
      expect.objectContaining({ field: 'balls.0.startDeg' }) as Error,
    );
  });

  it('between straight pieces is within 0.2° of full flights, for balls of a lesson', () => {
    for (const club of ['wedge', 'mid-iron', 'driver'] as const) {
      const swing: Swing = {
        club,
        carryM: { wedge: 60, 'mid-iron': 140, driver: 205 }[club],
        wind: { rightMs: 3, aheadMs: -2 },
      };
      const piecewise: Bend = bendOf(swing);
      for (const faceDeg of [-4, -1, 0, 2, 4])
        for (const pathDeg of [-3, 0, 1, 4]) {
          const { startDeg, finishDeg } = shotOf(swing, { faceDeg, pathDeg });
          const start = piecewise.share * faceDeg + (1 - piecewise.share) * pathDeg;
          expect(start).toBeCloseTo(startDeg, 2);
          const finish = start + piecewise.curveDeg(faceDeg - pathDeg) + piecewise.driftDeg(start);
          expect(Math.abs(finish - finishDeg)).toBeLessThan(0.2);
          expect(piecewise.faceToPathDeg(piecewise.curveDeg(faceDeg - pathDeg))).toBeCloseTo(
            faceDeg - pathDeg,
            9,
          );
        }
    }
  });
});

describe('what a run points to', () => {
  const bend = bendOf(SWING);
  const said = (faceDeg: number, pathDeg: number, setUp = SQUARE) =>
    causeOfRun(posteriorOfRun(runOf(faceDeg, pathDeg), bend), setUp);

  it('is the face, the path, both, or nothing, beside a set-up that is in', () => {
    expect(said(0, 0)).toMatchObject({ cause: 'as-set-up', told: true, moreBalls: null });
    expect(said(5, 0)).toMatchObject({ cause: 'face', told: true });
    expect(said(0, -8)).toMatchObject({ cause: 'path', told: true });
    expect(said(6, 9)).toMatchObject({ cause: 'both', told: true });
  });

  it('is the aim while a line of the set-up is out, whatever the ball does', () => {
    const closed: SetUpOfRun = { ...SQUARE, body: { meanDeg: 7, sdDeg: 0.7 }, outProbability: 0.97 };
    expect(said(5, 6, closed)).toMatchObject({ cause: 'aim', told: true });
    expect(said(0, -4, closed)).toMatchObject({ cause: 'brought-back', told: true });
  });

  it('is left open where it is close, with how many more balls would tell', () => {
    const close = said(2.1, 0);
    expect(close.told).toBe(false);
    expect(close.cause).toBe('face');
    // Three balls a little farther off: a few more of the same would tell, and four times as many do.
    const few = runOf(2.7, 0).slice(2, 5);
    const known: SetUpOfRun = { ...SQUARE, face: { meanDeg: 0, sdDeg: 0.3 } };
    const open = causeOfRun(posteriorOfRun(few, bend), known);
    expect(open).toMatchObject({ cause: 'face', told: false });
    expect(open.moreBalls).toBeGreaterThan(0);
    expect(causeOfRun(posteriorOfRun([...few, ...few, ...few, ...few], bend), known).told).toBe(true);
  });
});

describe('a tap', () => {
  it('at the gate is half a ball either side, a side alone a half-line', () => {
    const seen = seenByTaps({ start: { widths: -2, gateM: 2 }, finish: { bearingDeg: -3 } });
    expect(seen.startDeg[0]).toBeCloseTo(widthsDeg(-2.5, 2), 12);
    expect(seen.startDeg[1]).toBeCloseTo(widthsDeg(-1.5, 2), 12);
    expect(widthsDeg(1, 2)).toBeCloseTo(1.22, 2);
    expect(seen.finishDeg[0] + seen.finishDeg[1]).toBe(-6);
    expect(seenByTaps({ start: { side: 'right' }, finish: { side: 'left' } })).toEqual({
      startDeg: [0.6, 6],
      finishDeg: [-12, -2],
    });
    expect(
      seenByTaps({ start: { side: 'over', gateM: 2 }, finish: { side: 'over' } }).startDeg[1],
    ).toBeCloseTo(widthsDeg(0.5, 2), 12);
  });
});

describe('two runs', () => {
  const run = (starts: readonly number[], finishes: readonly number[]): readonly SeenStart[] =>
    starts.map((start, n) => exactly(start, finishes[n] ?? 0));

  it('differ where more than chance lies between them, start and finish looked at together', () => {
    const before = run([4, 5, 6, 4.5, 5.5], [0, 1, -1, 0.5, -0.5]);
    const after = run([0, 1, -1, 0.5, -0.5], [0.2, 1.1, -0.9, 0.4, -0.6]);
    const [start, finish] = runDifferences(before, after);
    expect(start).toMatchObject({ of: 'start', real: true });
    expect(start.deltaDeg).toBeCloseTo(-5, 9);
    expect(finish.real).toBe(false);
    // Welch by hand: equal variances of 0.625 and 0.625, five balls each: t = 5 / 0.5.
    expect(finish.pValue).toBeGreaterThan(0.8);
    // A p between half the level and the level is real for neither alone.
    const [close] = runDifferences(run([0, 1, 2, 3], [0, 0, 0, 0]), run([2.5, 3.5, 4.5, 5], [0, 0, 0, 0]));
    expect(close.pValue).toBeGreaterThan(0.025);
    expect(close.pValue).toBeLessThan(0.05);
    expect(close.real).toBe(false);
  });

  it('of balls that were all tapped alike are no surer than a tap', () => {
    const tapped = (deg: number): SeenStart => ({ startDeg: [deg - 0.6, deg + 0.6], finishDeg: [-1, 1] });
    const [start] = runDifferences([tapped(0), tapped(0)], [tapped(0.3), tapped(0.3)]);
    expect(start.real).toBe(false);
    expect(() => runDifferences([tapped(0)], [tapped(0), tapped(1)])).toThrow();
  });
});
