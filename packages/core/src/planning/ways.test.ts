import { describe, expect, it } from 'vitest';
import { LINE_NAMES, type LineName } from '../geometry/line.ts';
import { type AtHand, HOLDING_TIMES } from '../observation/at-hand.ts';
import { bestWay, type Way, waysOf } from './ways.ts';

const bare: AtHand = { tapeDivisionM: 0.005, plumbM: 0.003, gauge: false, eyeRad: 0.07 };
const all: AtHand = { ...bare, rodM: 1.2, faceDivisionM: 0.001, faceRodM: 0.6, pointsAtM: 150, gauge: true };
const told = (ways: readonly Way[]): readonly string[] =>
  ways.map(({ by, rod, holdingS }) => `${by}${rod ? ' rod' : ''} ${holdingS}`);
const uOf = (line: LineName, by: Way['by'], atHand: AtHand, rod = false): number =>
  waysOf(line, atHand, HOLDING_TIMES).find((w) => w.by === by && w.rod === rod)?.measurementUncertaintyRad ??
  Number.NaN;

describe('ways of reading a line', () => {
  it('are what lies at hand, each with how long it is held', () => {
    expect(told(waysOf('face', bare, HOLDING_TIMES))).toEqual(['eye 2']);
    expect(told(waysOf('face', all, HOLDING_TIMES))).toEqual([
      'square 3',
      'faceRod 5',
      'pointsAt 3',
      'angle 4',
      'eye 2',
    ]);
    for (const line of ['toes', 'heels'] as const) {
      expect(told(waysOf(line, bare, HOLDING_TIMES))).toEqual(['gaps 3', 'eye 2']);
      // No rod is held across feet.
      expect(told(waysOf(line, all, HOLDING_TIMES))).toEqual([
        'gaps 3',
        'pointsAt 3',
        'angle rod 4',
        'eye 2',
      ]);
    }
    for (const line of ['knees', 'hips', 'shoulders', 'eyes'] as const) {
      expect(told(waysOf(line, bare, HOLDING_TIMES))).toEqual(['gaps 6', 'eye 2']);
      expect(told(waysOf(line, all, HOLDING_TIMES))).toEqual([
        'gaps 6',
        'gaps rod 5',
        'pointsAt 3',
        'angle rod 4',
        'eye 2',
      ]);
    }
    for (const line of LINE_NAMES)
      for (const way of waysOf(line, all, HOLDING_TIMES)) expect(way.line).toBe(line);
  });

  it('are the surer the wider their ends stand and the finer they are read', () => {
    // The division of the tape and the bob are a part of each end: none of it, and only the landmark is left.
    const fine = { ...bare, tapeDivisionM: 0.0001, plumbM: 0 };
    for (const line of ['knees', 'hips', 'shoulders', 'eyes'] as const)
      expect(uOf(line, 'gaps', fine)).toBeLessThan(uOf(line, 'gaps', bare));
    // A bob hangs from the body and from no foot.
    expect(uOf('toes', 'gaps', { ...bare, plumbM: 0 })).toBe(uOf('toes', 'gaps', bare));
    expect(uOf('hips', 'gaps', { ...bare, plumbM: 0 })).toBeLessThan(uOf('hips', 'gaps', bare));
    expect(uOf('hips', 'gaps', { ...all, rodM: 2 }, true)).toBeLessThan(uOf('hips', 'gaps', all, true));
    expect(uOf('face', 'square', { ...all, faceDivisionM: 0.005 })).toBeGreaterThan(
      uOf('face', 'square', all),
    );
    expect(uOf('face', 'faceRod', { ...all, faceRodM: 1.2 })).toBeLessThan(uOf('face', 'faceRod', all));
    expect(uOf('toes', 'eye', { ...bare, eyeRad: 0.04 })).toBeCloseTo(0.04, 12);
  });

  it('are as sure as two ends of the judge’s own, over the distance between them', () => {
    const landmarksM = { 'toes.bare': 0.004, 'hips.bare': 0.01, 'face.bare': 0.0005 };
    const own = { ...all, landmarksM };
    const two = (end: number, apart: number): number => (Math.SQRT2 * end) / apart;
    const tape = 0.005 / Math.sqrt(12);
    expect(uOf('toes', 'gaps', own)).toBeCloseTo(two(Math.hypot(0.004, tape), 0.45), 9);
    expect(uOf('hips', 'gaps', own)).toBeCloseTo(two(Math.hypot(0.01, tape, 0.003), 0.3), 9);
    expect(uOf('face', 'square', own)).toBeCloseTo(two(Math.hypot(0.0005, 0.001 / Math.sqrt(12)), 0.075), 9);
    expect(uOf('knees', 'gaps', own)).toBe(uOf('knees', 'gaps', all));
    // How repeatably a rod is seated, by its contacts.
    const seated = (contact: number): number =>
      uOf('hips', 'gaps', { ...all, landmarksM: { 'hips.rod': contact } }, true);
    expect(seated(0.002)).toBeLessThan(seated(0.02));
    expect(seated(0.002)).not.toBe(uOf('hips', 'gaps', all, true));
  });

  it('seat a rod the worse the smaller the body is', () => {
    const small = { ...all, bodyScale: 0.65 };
    expect(uOf('hips', 'gaps', small, true)).toBeGreaterThan(uOf('hips', 'gaps', all, true));
    expect(uOf('hips', 'angle', small, true)).toBeCloseTo(
      Math.hypot(Math.PI / 180, (Math.SQRT2 * 0.004) / (0.65 * 0.3)),
      9,
    );
    expect(uOf('toes', 'pointsAt', small)).toBeGreaterThan(uOf('toes', 'pointsAt', all));
    expect(uOf('face', 'pointsAt', small)).toBe(uOf('face', 'pointsAt', all));
  });

  it('have one that tells a line best, and of two alike the quicker one', () => {
    expect(bestWay('hips', all, HOLDING_TIMES)).toMatchObject({ line: 'hips' });
    for (const line of LINE_NAMES) {
      const best = bestWay(line, all, HOLDING_TIMES);
      for (const way of waysOf(line, all, HOLDING_TIMES))
        expect(best.measurementUncertaintyRad).toBeLessThanOrEqual(way.measurementUncertaintyRad);
    }
    const { rodM: _rod, pointsAtM: _far, ...alike } = all;
    const angleU = uOf('hips', 'angle', alike, true);
    const eyeAsSure = { ...alike, eyeRad: angleU };
    expect(bestWay('hips', eyeAsSure, HOLDING_TIMES).by).toBe('eye');
    expect(bestWay('hips', eyeAsSure, { ...HOLDING_TIMES, eyeS: 4 }).by).toBe('angle');
    expect(bestWay('hips', eyeAsSure, { ...HOLDING_TIMES, eyeS: 5 }).by).toBe('angle');
  });
});
