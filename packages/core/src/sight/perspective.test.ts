import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { eyeAtAddress } from './eye-at-address.ts';
import { markShift } from './mark-shift.ts';
import { directionOf, meetsAt, project, type SpacePoint, type View } from './perspective.ts';

const DEG = Math.PI / 180;
const eye = eyeAtAddress({ handedness: 'right', insideM: 0.4, behindM: 0, heightM: 1.48 });

/** Azimuth of a point as it is seen in the picture, rad. */
function seenAzimuth(view: View, point: SpacePoint): number {
  const seen = project(view, point);
  if (seen === null) throw new Error('it is in sight');
  return directionOf(view, seen).azimuthRad;
}

describe('a picture from the eyes', () => {
  it('shows a mark on the line as far from the target as the formula says, wherever the look goes', () => {
    const shift = markShift({ handedness: 'right', insideM: 0.4, behindM: 0, markM: 4.1, targetM: 137 });
    for (const [azimuthRad, loweredRad] of [
      [0, 0],
      [2 * DEG, 20 * DEG],
      [-3 * DEG, 40 * DEG],
    ] as const) {
      const view = { eye, azimuthRad, loweredRad };
      const mark = seenAzimuth(view, { xM: 0, yM: 4.1, zM: 0 });
      const target = seenAzimuth(view, { xM: 0, yM: 137, zM: 0 });
      expect(mark - target).toBeCloseTo(shift.angleRad, 12);
    }
  });

  it('gives back the direction of everything in front of the eye', () => {
    const metres = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(metres(-5, 5), metres(1, 200), metres(0, 1.4)),
        fc.tuple(metres(-0.3, 0.3), metres(0, 0.7)),
        ([x, y, z], [a, l]) => {
          const view = { eye, azimuthRad: a, loweredRad: l };
          const seen = project(view, { xM: x, yM: y, zM: z });
          if (seen === null) return;
          const direction = directionOf(view, seen);
          expect(direction.azimuthRad).toBeCloseTo(Math.atan2(x - eye.xM, y - eye.yM), 9);
          const flat = Math.hypot(x - eye.xM, y - eye.yM);
          expect(direction.loweredRad).toBeCloseTo(Math.atan2(eye.zM - z, flat), 9);
        },
      ),
    );
  });

  it('keeps a straight rod straight', () => {
    const view = { eye, azimuthRad: 0.02, loweredRad: 0.5 };
    const [a, b, c] = [0.4, 1, 1.62].map((yM) => project(view, { xM: 0, yM, zM: 0 }));
    if (!a || !b || !c) throw new Error('the rod is in sight');
    const cross = (b.right - a.right) * (c.up - a.up) - (c.right - a.right) * (b.up - a.up);
    expect(cross).toBeCloseTo(0, 12);
  });

  it('shows nothing that is behind the eye', () => {
    expect(project({ eye, azimuthRad: 0, loweredRad: 0 }, { xM: 0, yM: -3, zM: 0 })).toBeNull();
  });

  it('is mirrored for a left-hander', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 0.6, noNaN: true }),
        fc.double({ min: -0.3, max: 0.3, noNaN: true }),
        fc.double({ min: 0.3, max: 150, noNaN: true }),
        (insideM, turn, yM) => {
          const place = { insideM, behindM: 0.05, heightM: 1.5, bodyTurnRad: turn };
          const right = eyeAtAddress({ handedness: 'right', ...place });
          const left = eyeAtAddress({ handedness: 'left', ...place });
          expect(left).toEqual({ xM: expect.closeTo(-right.xM, 12) as number, yM: right.yM, zM: right.zM });
          const seenRight = project({ eye: right, azimuthRad: 0.1, loweredRad: 0.3 }, { xM: 0.2, yM, zM: 0 });
          const seenLeft = project({ eye: left, azimuthRad: -0.1, loweredRad: 0.3 }, { xM: -0.2, yM, zM: 0 });
          if (seenRight === null) return;
          expect(seenLeft?.right).toBeCloseTo(-seenRight.right, 9);
          expect(seenLeft?.up).toBeCloseTo(seenRight.up, 9);
        },
      ),
    );
  });
});

describe('the eyes at address', () => {
  it('turn about the ball with the body: closed brings them toward the target side behind', () => {
    const turned = eyeAtAddress({
      handedness: 'right',
      insideM: 0.4,
      behindM: 0,
      heightM: 1.5,
      bodyTurnRad: 0.1,
    });
    expect(Math.hypot(turned.xM, turned.yM)).toBeCloseTo(0.4, 12);
    expect(turned.yM).toBeCloseTo(0.4 * Math.sin(0.1), 12);
  });

  it('come further inside when the head is lifted', () => {
    expect(
      eyeAtAddress({ handedness: 'left', insideM: 0.4, behindM: 0, heightM: 1.5, liftedM: 0.25 }).xM,
    ).toBeCloseTo(0.65, 12);
  });

  it.each([{ insideM: 3 }, { heightM: 0 }, { liftedM: 2 }, { behindM: Number.NaN }])(
    'are refused at %o',
    (bad) => {
      expect(() =>
        eyeAtAddress({ handedness: 'right', insideM: 0.4, behindM: 0, heightM: 1.5, ...bad }),
      ).toThrow(Object.keys(bad)[0]);
    },
  );
});

describe('where a body line points', () => {
  it('is beside the target by its gap when it is parallel, and by the turn at the target’s distance', () => {
    expect(meetsAt({ xM: -0.6, yM: 0 }, 0, 137)).toBe(-0.6);
    expect(meetsAt({ xM: 0, yM: 0 }, 3.9 * DEG, 150)).toBeCloseTo(10.2, 1);
  });
});
