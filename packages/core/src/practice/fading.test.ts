import { describe, expect, it } from 'vitest';
import { FADING_STAGES, fadingOf, type SelfRead } from './fading.ts';

const limits = { uncertaintyDeg: 1, lowDeg: -2, highDeg: 2 };
const reads = (...degs: readonly number[]): readonly SelfRead[] =>
  degs.map((handedAzimuthDeg) => ({ ...limits, handedAzimuthDeg }));

describe('the help of a plan', () => {
  it('begins with rods, and stays there without a reading', () => {
    expect(fadingOf([])).toEqual({ stage: 'rods', inProbability: [], steps: [] });
  });

  it('moves on by one where two readings in a row leave the line in', () => {
    const all = fadingOf(reads(0.2, -0.3, 0.1, 0.2));
    const decided = all.inProbability.map((p) => p >= 0.8);
    const first = decided.findIndex((is, i) => is && decided[i - 1] === true);
    expect(all.steps[0]).toEqual({ read: first, from: 'rods', to: 'checks', why: 'two-in' });
    expect(all.stage).not.toBe('rods');
  });

  it('does not move for one that is in between two that are not', () => {
    expect(fadingOf(reads(6, 0, 6, 0, 6)).stage).toBe('rods');
  });

  it('goes back by one where one is out, and never before the beginning', () => {
    const well = Array.from({ length: 9 }, () => 0);
    const before = fadingOf(reads(...well));
    const after = fadingOf(reads(...well, 8, 8));
    const back = after.steps.find(({ why }) => why === 'one-out');
    expect(back?.from).toBe(before.stage);
    expect(FADING_STAGES.indexOf(back?.to ?? 'rods')).toBe(FADING_STAGES.indexOf(before.stage) - 1);
    expect(fadingOf(reads(9, 9, 9)).stage).toBe('rods');
  });

  it('ends under pressure, and stays there', () => {
    const all = fadingOf(reads(...Array.from({ length: 30 }, () => 0)));
    expect(all.stage).toBe('pressure');
    expect(all.steps).toHaveLength(4);
  });

  it('is the same turned round', () => {
    const degs = [4, 1, 0.5, -0.5, 3, 0, 0.2];
    const turned = fadingOf(reads(...degs.map((deg) => -deg)));
    expect(turned.stage).toBe(fadingOf(reads(...degs)).stage);
    for (const [i, p] of fadingOf(reads(...degs)).inProbability.entries())
      expect(turned.inProbability[i]).toBeCloseTo(p, 9);
  });

  it('of a reading that is hardly one says nothing', () => {
    const vague = { ...limits, uncertaintyDeg: 20, handedAzimuthDeg: 0 };
    const { inProbability, stage } = fadingOf([vague, vague]);
    for (const p of inProbability) expect(p).toBeLessThan(0.5);
    expect(stage).toBe('rods');
  });

  it('takes a reading far out as far out, and refuses what is no reading', () => {
    expect(fadingOf(reads(80, 80)).inProbability.at(-1)).toBeLessThan(0.01);
    expect(() => fadingOf([{ ...limits, uncertaintyDeg: 0, handedAzimuthDeg: 0 }])).toThrow('uncertaintyDeg');
    expect(() => fadingOf(reads(Number.NaN))).toThrow('handedAzimuthDeg');
    expect(() => fadingOf([{ ...limits, lowDeg: 2, highDeg: 2, handedAzimuthDeg: 0 }])).toThrow('highDeg');
  });
});
