import { SHIPPED_METHODS } from '@lotrecht/judging';
import { describe, expect, it } from 'vitest';
import { checkWith } from '../test/samples.ts';
import { goalTurnDeg, type SightGround, sightOfCheck } from './sight-of-check.ts';

const ground: SightGround = { marks: [], statureMm: null, headLifted: false };

describe('the eyes of a check', () => {
  it('stand as the body was read, and at the goal as the method has it', () => {
    const eyes = sightOfCheck(checkWith(), ground);
    expect(eyes?.now).toMatchObject({ stands: 'now', markM: 4, eyesInsideM: 0.38 });
    expect(eyes?.now.bodyTurnDeg).toBeCloseTo(3.94, 2);
    expect(eyes?.now.toesToBallM).toBeCloseTo(0.5865, 9);
    expect(eyes?.goal).toMatchObject({ stands: 'goal', bodyTurnDeg: 0, feltDeg: null });
  });

  it('see nothing without a target', () => {
    expect(sightOfCheck(checkWith({ target: {} }), ground)).toBeNull();
  });

  it('scale with a stature that was measured, and are a usual adult’s otherwise', () => {
    const tall = sightOfCheck(checkWith(), { ...ground, statureMm: 1958 });
    expect(tall?.now.eyesInsideM).toBeCloseTo(0.38 * 1.1, 9);
    expect(tall?.now.eyeHeightM).toBeCloseTo(0.83 * 1.958, 9);
  });

  it('are where they were read, and say from where that is', () => {
    const read = sightOfCheck(
      checkWith({
        observations: [{ line: 'eyes', by: 'gaps', rod: true, leadGapMm: 470, trailGapMm: 490, baseMm: 150 }],
        targetLine: { offsetMm: 50 },
      }),
      ground,
    );
    expect(read?.eyesFrom).toBe('read');
    expect(read?.now.eyesInsideM).toBeCloseTo(0.43, 9);
    expect(sightOfCheck(checkWith(), ground)?.eyesFrom).toBe('usual');
    expect(sightOfCheck(checkWith(), { ...ground, statureMm: 1780 })?.eyesFrom).toBe('stature');
  });

  it('come further inside with the head lifted, and never at the goal', () => {
    const eyes = sightOfCheck(checkWith(), { ...ground, headLifted: true });
    expect(eyes?.now.liftedM).toBe(0.25);
    expect(eyes?.goal.liftedM).toBe(0);
  });

  it('have the landmarks from the target, wherever the place has its zero', () => {
    const marks = [
      { id: 'a', name: 'Barge', kind: 'target', distanceM: 150, bearingDeg: 5 },
      { id: 'b', name: 'Crane', kind: 'landmark', distanceM: 320, bearingDeg: -16 },
    ] as const;
    const eyes = sightOfCheck(checkWith(), { ...ground, marks });
    expect(eyes?.now.landmarks).toEqual([{ name: 'Crane', distanceM: 320, bearingDeg: -21 }]);
    const elsewhere = sightOfCheck(checkWith({ target: { name: 'Elsewhere', distanceM: 90 } }), {
      ...ground,
      marks,
    });
    expect(elsewhere?.now.landmarks).toEqual([]);
  });

  it('look at the method’s own mark where that is far enough to be seen beside the ball', () => {
    const far = SHIPPED_METHODS.find((m) => m.id === 'shoulders-and-eyes-rule');
    const eyes = sightOfCheck(checkWith({ method: { id: 'shoulders-and-eyes-rule', version: 1 } }), ground);
    expect(eyes?.now.markM).toBe(far?.markM);
  });

  it('take the string’s distance from the ball line out of the feet', () => {
    const eyes = sightOfCheck(checkWith({ targetLine: { offsetMm: 100 } }), ground);
    expect(eyes?.now.toesToBallM).toBeCloseTo(0.4865, 9);
  });
});

describe('the goal of a check', () => {
  it('is what its own method says, not always parallel', () => {
    expect(goalTurnDeg(checkWith().document)).toBe(0);
    const { method: _method, ...document } = checkWith().document;
    const own = {
      tolerancesDeg: { toes: [-5, -1] as [number, number] },
      goalsDeg: { toes: -3 },
      order: ['toes' as const],
    };
    expect(goalTurnDeg({ ...document, ...own } as never)).toBe(-3);
  });
});
