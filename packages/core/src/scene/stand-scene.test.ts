import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type LaunchClub } from '../flight/launch.ts';
import { LIFTED_HEAD_M } from '../sight/eye-at-address.ts';
import { markShift } from '../sight/mark-shift.ts';
import { directionOf, project, type SpacePoint } from '../sight/perspective.ts';
import { standScene, type StandWish } from './stand-scene.ts';
import { isSighting, sightingShaft } from './sighting-shaft.ts';
import { SIGHTING_BEHIND_M, viewOnTheWay } from './view-on-the-way.ts';

const wishOf = (more: Partial<StandWish> = {}): StandWish => ({
  handedness: 'right',
  stands: 'now',
  eyesInsideM: 0.4,
  eyesBehindM: 0,
  eyeHeightM: 1.48,
  liftedM: 0,
  bodyTurnDeg: 0,
  toesToBallM: 0.6,
  markM: 4.1,
  rodM: 1.22,
  target: { name: 'Barge', distanceM: 137 },
  landmarks: [{ name: 'Kiln', distanceM: 160, bearingDeg: 4 }],
  feltDeg: null,
  club: 'mid-iron',
  faceTurnDeg: 0,
  stanceM: 0.45,
  stringInsideM: 0.1,
  gateM: 2,
  ...more,
});

const CLUBS: readonly LaunchClub[] = [
  'wedge',
  'short-iron',
  'mid-iron',
  'long-iron',
  'fairway-wood',
  'driver',
];

/** By how much one of them is seen right of the other, rad. */
function seenApart(wish: StandWish, look: number, mark: SpacePoint, target: SpacePoint): number {
  const view = viewOnTheWay(wish, { walk: 1, look });
  const [a, b] = [mark, target].map((point) => project(view, point));
  if (!a || !b) throw new Error('both are in sight');
  return directionOf(view, a).azimuthRad - directionOf(view, b).azimuthRad;
}

const cordOf = (wish: StandWish, name: string) =>
  standScene(wish).cords.find((cord) => cord.name === name)?.points;

describe('a scene from a student’s own eyes', () => {
  it.each(CLUBS)(
    'has the mark as far from the target as the formula says: %s, both hands, rolled and lifted',
    (club) => {
      for (const handedness of ['right', 'left'] as const)
        for (const liftedM of [0, LIFTED_HEAD_M])
          for (const eyesInsideM of [0.3, 0.55]) {
            const wish = wishOf({ club, handedness, liftedM, eyesInsideM });
            const { cards } = standScene(wish);
            const [mark, target] = ['mark', 'Barge'].map((name) => cards.find((c) => c.name === name)?.foot);
            if (!mark || !target) throw new Error('both stand there');
            const shift = markShift({
              handedness,
              insideM: eyesInsideM + liftedM,
              behindM: 0,
              markM: 4.1,
              targetM: 137,
            });
            for (const look of [1, 1.4, 2])
              expect(seenApart(wish, look, mark, target)).toBeCloseTo(shift.angleRad, 10);
          }
    },
  );

  it('of a left-hander is the mirror of a right-hander’s', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (turn, walk, look) => {
          const landmarks = wishOf().landmarks.map((l) => ({ ...l, bearingDeg: -l.bearingDeg }));
          const right = wishOf({ bodyTurnDeg: turn, faceTurnDeg: turn / 2 });
          const left = wishOf({
            handedness: 'left',
            bodyTurnDeg: turn,
            faceTurnDeg: turn / 2,
            landmarks,
          });
          const [a, b] = [viewOnTheWay(right, { walk, look }), viewOnTheWay(left, { walk, look })];
          expect(b.eye.xM).toBeCloseTo(-a.eye.xM, 9);
          expect(b.azimuthRad).toBeCloseTo(-a.azimuthRad, 9);
          expect(b.loweredRad).toBeCloseTo(a.loweredRad, 9);
          const points = (wish: StandWish, flip: 1 | -1): readonly number[] =>
            ['toes', 'shaft', 'string', 'gate', 'seeming', 'aim'].flatMap((name) =>
              (cordOf(wish, name) ?? []).flatMap(({ xM, yM, zM }) => [flip * xM, yM, zM]),
            );
          const mirrored = points(left, -1);
          for (const [i, value] of points(right, 1).entries()) expect(mirrored[i]).toBeCloseTo(value, 8);
        },
      ),
    );
  });

  it('is walked into from behind on the line, along the own side, and ends at address', () => {
    for (const handedness of ['right', 'left'] as const) {
      const wish = wishOf({ handedness });
      const eyes = Array.from({ length: 41 }, (_, i) => viewOnTheWay(wish, { walk: i / 40, look: 2 }).eye);
      expect(eyes[0]).toMatchObject({ xM: 0, yM: -SIGHTING_BEHIND_M });
      expect(eyes.at(-1)).toMatchObject({ zM: 1.48 });
      expect(eyes.at(-1)?.xM).toBeCloseTo(handedness === 'right' ? -0.4 : 0.4, 12);
      for (const [i, eye] of eyes.entries()) {
        // Never over the line to the other side, and no step back.
        expect((handedness === 'right' ? -1 : 1) * eye.xM).toBeGreaterThanOrEqual(0);
        expect(eye.yM).toBeGreaterThanOrEqual((eyes[i - 1]?.yM ?? -9) - 1e-12);
        // No jump.
        expect(Math.hypot(eye.xM - (eyes[i - 1] ?? eye).xM, eye.yM - (eyes[i - 1] ?? eye).yM)).toBeLessThan(
          0.3,
        );
      }
    }
  });

  it('looks where it is wanted: at the ball, at the mark, at the target', () => {
    const wish = wishOf();
    for (const [look, yM] of [
      [0, 0],
      [1, 4.1],
      [2, 137],
    ] as const) {
      const seen = project(viewOnTheWay(wish, { walk: 1, look }), { xM: 0, yM, zM: 0 });
      expect(seen?.right).toBeCloseTo(0, 9);
      expect(seen?.up).toBeCloseTo(0, 9);
    }
  });

  it('turns feet and shaft about the ball with the body, and the face by itself', () => {
    const [at, ahead] = cordOf(wishOf({ bodyTurnDeg: 5, faceTurnDeg: -2 }), 'toes') ?? [];
    if (!at || !ahead) throw new Error('toes');
    expect((Math.atan2(ahead.xM - at.xM, ahead.yM - at.yM) * 180) / Math.PI).toBeCloseTo(5, 9);
    const [from, to] = cordOf(wishOf({ bodyTurnDeg: 5, faceTurnDeg: -2 }), 'aim') ?? [];
    if (!from || !to) throw new Error('aim');
    // Open is to the right for a right-hander; a face of −2° is closed.
    expect((Math.atan2(to.xM - from.xM, to.yM - from.yM) * 180) / Math.PI).toBeCloseTo(-2, 9);
  });

  it('has no string and no gate where none was laid', () => {
    expect(cordOf(wishOf({ stringInsideM: null }), 'string')).toBeUndefined();
    expect(cordOf(wishOf({ gateM: null }), 'gate')).toBeUndefined();
    expect(
      standScene(wishOf({ feltDeg: -2 })).cards.find(({ kind }) => kind === 'felt')?.foot.xM,
    ).toBeCloseTo(-137 * Math.tan(Math.PI / 90), 9);
  });

  it('refuses a place that is not on the way', () => {
    expect(() => viewOnTheWay(wishOf(), { walk: 1.2, look: 0 })).toThrow('walk');
    expect(() => viewOnTheWay(wishOf(), { walk: 0, look: Number.NaN })).toThrow('look');
  });
});

describe('what stands around', () => {
  const heights = (wish: StandWish) =>
    standScene(wish).cards.flatMap(({ kind, name, heightM }) =>
      kind === 'target' || kind === 'landmark' ? [[name, heightM]] : [],
    );

  it('is as high as somebody said, and as usual for its kind where nobody did', () => {
    expect(heights(wishOf())).toEqual([
      ['Barge', 2.5],
      ['Kiln', 7],
    ]);
    const target = { name: 'Barge', distanceM: 137, heightM: 1 };
    const landmarks = [{ name: 'Kiln', distanceM: 160, bearingDeg: 4, heightM: 30 }];
    expect(heights(wishOf({ target, landmarks }))).toEqual([
      ['Barge', 1],
      ['Kiln', 30],
    ]);
  });
});

describe('the shaft that is held up behind the ball', () => {
  it('covers ball, mark and target from the eye, and is let down by who goes on', () => {
    const wish = wishOf();
    const view = viewOnTheWay(wish, { walk: 0, look: 1 });
    const across = (point: SpacePoint) => project(view, point)?.right;
    const { ball, cards } = standScene(wish);
    const onTheLine = [
      ball,
      ...sightingShaft(wish).points,
      ...cards.filter(({ kind }) => kind === 'target' || kind === 'mark').map(({ foot }) => foot),
    ];
    expect(onTheLine).toHaveLength(5);
    for (const point of onTheLine) expect(across(point)).toBeCloseTo(0, 9);
    expect([0, 0.04, 0.06, 1].map(isSighting)).toEqual([true, true, false, false]);
  });
});
