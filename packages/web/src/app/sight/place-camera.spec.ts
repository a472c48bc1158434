import { LIFTED_HEAD_M, markShift, standScene, type StandWish, viewOnTheWay } from '@lotrecht/core';
import { USUAL_OF_CLUB } from '@lotrecht/judging';
import { type ClubGroup } from '@lotrecht/records';
import { Vector3 } from 'three';
import { chalkCamera, pixelOf, placeCamera } from './place-camera.ts';

const DEG = Math.PI / 180;
const SIZE = { width: 1280, height: 800 };
const CLUBS = Object.keys(USUAL_OF_CLUB) as readonly ClubGroup[];

const wishOf = (handedness: 'right' | 'left', club: ClubGroup, liftedM: number): StandWish => ({
  handedness,
  stands: 'now',
  eyesInsideM: USUAL_OF_CLUB[club].eyesInsideM,
  eyesBehindM: 0,
  eyeHeightM: 1.48,
  liftedM,
  bodyTurnDeg: 0,
  toesToBallM: USUAL_OF_CLUB[club].toesToBallM,
  markM: 4.1,
  rodM: 1.22,
  target: { name: 'Barge', distanceM: 150 },
  landmarks: [],
  feltDeg: null,
  club,
  faceTurnDeg: 0,
  stanceM: 0.4,
  stringInsideM: null,
  gateM: null,
});

/** The direction that a pixel of the camera shows, degrees right of the target line: read back from the camera alone. */
function shownDeg(camera: ReturnType<typeof chalkCamera>, { x, y }: { x: number; y: number }): number {
  const ray = new Vector3((2 * x) / SIZE.width - 1, 1 - (2 * y) / SIZE.height, 0.5).unproject(camera);
  const to = ray.sub(camera.position);
  return Math.atan2(to.x, -to.z) / DEG;
}

describe('what stands at which pixel', () => {
  for (const handedness of ['right', 'left'] as const)
    for (const club of CLUBS)
      for (const liftedM of [0, LIFTED_HEAD_M])
        it(`agrees with the sight picture’s formula within 0.01°: ${handedness}, ${club}, ${liftedM === 0 ? 'rolled' : 'lifted'}`, () => {
          const wish = wishOf(handedness, club, liftedM);
          const camera = chalkCamera();
          const { cards } = standScene(wish);
          for (const look of [1, 1.5, 2]) {
            placeCamera(camera, viewOnTheWay(wish, { walk: 1, look }), SIZE);
            const [mark, target] = ['mark', 'Barge'].map((name) => {
              const foot = cards.find((card) => card.name === name)?.foot;
              const pixel = foot && pixelOf(camera, foot, SIZE);
              if (!pixel) throw new Error(`${name} is in sight`);
              return shownDeg(camera, pixel);
            });
            const { angleRad } = markShift({
              handedness,
              insideM: wish.eyesInsideM + liftedM,
              behindM: 0,
              markM: 4.1,
              targetM: 150,
            });
            expect(Math.abs((mark ?? NaN) - (target ?? NaN) - angleRad / DEG)).toBeLessThan(0.01);
          }
        });

  it('has what is looked at in the middle, and nothing of what is behind', () => {
    const wish = wishOf('right', 'driver', 0);
    const camera = chalkCamera();
    placeCamera(camera, viewOnTheWay(wish, { walk: 0, look: 2 }), SIZE);
    const target = pixelOf(camera, { xM: 0, yM: 150, zM: 0 }, SIZE);
    expect(target?.x).toBeCloseTo(640, 3);
    expect(target?.y).toBeCloseTo(400, 3);
    expect(pixelOf(camera, { xM: 0, yM: -20, zM: 0 }, SIZE)).toBeNull();
  });
});
