import { describe, expect, it } from 'vitest';
import { biasChange, eyeErrors } from './errors-of-eye.ts';
import { eyeFound, nextTurnDeg, type SideAnswer } from './square-to-the-eye.ts';

const said = (pairs: readonly (readonly [number, boolean])[]): readonly SideAnswer[] =>
  pairs.map(([turnDeg, saidRight]) => ({ turnDeg, saidRight }));

describe('what looks square to an eye', () => {
  it('is the true square before anything was answered, and nobody knows how far', () => {
    const { bias, threshold } = eyeFound([]);
    expect(bias.meanDeg).toBeCloseTo(0, 9);
    expect(bias.highDeg).toBeGreaterThan(6);
    expect(threshold.meanDeg).toBeCloseTo(1.6, 1);
    expect(nextTurnDeg([])).toBe(0);
  });

  it('lies between what was said to be left and what was said to be right', () => {
    const { bias } = eyeFound(
      said([
        [0, false],
        [6, true],
        [2, false],
        [4, true],
        [2.5, false],
        [3.5, true],
      ]),
    );
    expect(bias.meanDeg).toBeCloseTo(3, 0);
    expect(bias.lowDeg).toBeGreaterThan(-1);
    expect(bias.highDeg).toBeLessThan(6);
  });

  it('is turned round when every answer is', () => {
    const answers = said([
      [1, false],
      [4, true],
      [2, true],
      [-3, false],
    ]);
    const other = answers.map(({ turnDeg, saidRight }) => ({ turnDeg: -turnDeg, saidRight: !saidRight }));
    const [a, b] = [eyeFound(answers), eyeFound(other)];
    expect(b.bias.meanDeg).toBeCloseTo(-a.bias.meanDeg, 9);
    expect(b.bias.lowDeg).toBeCloseTo(-a.bias.highDeg, 9);
    expect(b.threshold.meanDeg).toBeCloseTo(a.threshold.meanDeg, 9);
  });

  it('takes turns that lie on no grid as they are', () => {
    const at = (turnDeg: number) => eyeFound(said([[turnDeg, true]])).bias.meanDeg;
    expect(at(1.13)).toBeLessThan(at(1.25));
    expect(at(1.13)).toBeGreaterThan(at(1));
  });

  it('a slip costs little after many answers', () => {
    const steady = Array.from({ length: 20 }, (_, i): readonly [number, boolean] => [
      i % 2 === 0 ? 1 : 3,
      i % 2 === 1,
    ]);
    const slipped = eyeFound(said([...steady, [9, false]]));
    expect(Math.abs(slipped.bias.meanDeg - eyeFound(said(steady)).bias.meanDeg)).toBeLessThan(0.4);
  });

  it('refuses a turn that is no angle', () => {
    expect(() => eyeFound(said([[Number.NaN, true]]))).toThrow('turnDeg');
  });
});

describe('errors of an eye', () => {
  it('have a mean with its interval by Student', () => {
    // 3, 4, 5: mean 4, spread 1, half 4.303/√3.
    const { bias, spreadDeg } = eyeErrors([3, 4, 5]);
    expect(bias.meanDeg).toBe(4);
    expect(spreadDeg).toBeCloseTo(1, 12);
    expect(bias.highDeg - 4).toBeCloseTo(2.4841, 3);
    expect(() => eyeErrors([1])).toThrow('errorsDeg');
  });

  it('have changed where chance does not do as much', () => {
    const known = (meanDeg: number) => ({ meanDeg, sdDeg: 1 });
    expect(biasChange(known(4), known(1))).toEqual({ deltaDeg: -3, real: true });
    expect(biasChange(known(4), known(2)).real).toBe(false);
  });
});
