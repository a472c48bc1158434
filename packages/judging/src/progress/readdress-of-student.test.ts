import { describe, expect, it } from 'vitest';
import { type MeasuredLineView } from '@lotrecht/records';
import { readdressOfStudent } from './readdress-of-student.ts';

const BASELINE = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;

function row(
  heldOn: string,
  handedAzimuthDeg: number,
  change: Partial<MeasuredLineView> = {},
): MeasuredLineView {
  return {
    checkId: 'c',
    lessonId: 'l',
    heldOn,
    line: 'toes',
    clubGroup: 'driver',
    circumstances: BASELINE,
    handedAzimuthDeg,
    measurementUncertaintyDeg: 0.5,
    targetLineUncertaintyDeg: 0.3,
    verdict: null,
    toleranceDeg: null,
    feltDeg: null,
    doubted: false,
    workedOn: false,
    ...change,
  };
}

const days = (count: number): readonly string[] =>
  Array.from({ length: count }, (_, i) => `2026-04-${String(i + 1).padStart(2, '0')}`);
const apart = (deg: number, change: Partial<MeasuredLineView> = {}): readonly MeasuredLineView[] =>
  days(12).flatMap((day) => [row(day, deg, change), row(day, -deg, change)]);

describe('how a student steps back in', () => {
  it('is as anyone does, until there is enough to learn from', () => {
    expect(readdressOfStudent([])).toEqual({ sdDeg: 2, learned: false });
    expect(readdressOfStudent([row('2026-04-01', 3), row('2026-04-01', -3)])).toEqual({
      sdDeg: 2,
      learned: false,
    });
  });

  it('is learned from set-ups of one kind on one day', () => {
    const { sdDeg, learned } = readdressOfStudent(apart(0.6));
    expect(learned).toBe(true);
    expect(sdDeg).toBeGreaterThan(0.5);
    expect(sdDeg).toBeLessThan(1.3);
    expect(readdressOfStudent(apart(4)).sdDeg).toBeGreaterThan(4);
  });

  it('does not take the effect of help, another club, the face or a doubted reading for it', () => {
    const other = days(12).flatMap((day) => [
      row(day, 5),
      row(day, -5, { circumstances: { ...BASELINE, phase: 'coached' } }),
      row(day, 0, { clubGroup: 'wedge' }),
      row(day, -9, { doubted: true }),
      row(day, 9, { line: 'face' }),
      row(day, -9, { line: 'face' }),
    ]);
    expect(readdressOfStudent(other)).toEqual({ sdDeg: 2, learned: false });
  });
});
