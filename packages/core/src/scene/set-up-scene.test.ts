import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Handedness } from '../geometry/handedness.ts';
import { type Observation } from '../observation/observation.ts';
import { type GroundPoint } from './ground-points.ts';
import { type SceneInput, type Segment, setUpScene } from './set-up-scene.ts';

const TOES: Observation = { line: 'toes', by: 'gaps', leadGapM: 0.571, trailGapM: 0.602, baseM: 0.45 };
const FACE: Observation = { line: 'face', by: 'square', heelGapM: 0.004, toeGapM: 0.001, baseM: 0.075 };
const toesRad = Math.atan2(0.031, 0.45);
const faceRad = Math.atan2(0.003, 0.075);

const scene = (more: Partial<SceneInput> = {}) =>
  setUpScene({
    observations: [TOES, FACE],
    handedness: 'right',
    azimuthRad: { toes: toesRad, face: faceRad },
    ...more,
  });
const azimuthOf = ({ from, to }: Segment): number => Math.atan2(to.xM - from.xM, to.yM - from.yM);
const distance = (a: GroundPoint, b: GroundPoint): number => Math.hypot(a.xM - b.xM, a.yM - b.yM);

describe('a set-up on the ground', () => {
  it('stands where the tape found it, its lines drawn through their marks', () => {
    const [toes] = scene().lines;
    if (toes === undefined) throw new Error('no toes');
    expect(toes.marks).toEqual({ lead: { xM: -0.571, yM: 0.225 }, trail: { xM: -0.602, yM: -0.225 } });
    expect(azimuthOf(toes.drawn)).toBeCloseTo(toesRad, 12);
    const { lead, trail } = toes.marks;
    const { from, to } = toes.drawn;
    // Beyond both ends, and through them.
    expect(distance(from, trail) + distance(trail, lead) + distance(lead, to)).toBeCloseTo(
      distance(from, to),
      12,
    );
    expect(distance(lead, to)).toBeCloseTo(0.19, 12);
  });

  it('draws nothing of a line that is not solved, and no aim of such a face', () => {
    const { lines, face } = scene({ azimuthRad: {} });
    expect(lines).toEqual([]);
    expect(face?.aim).toBeNull();
    expect(scene({ azimuthRad: {}, goalRad: () => 0.02 }).face?.aim).toBeNull();
    expect(scene({ observations: [TOES] }).face).toBeNull();
  });

  it('draws a line that was read twice where it was read first', () => {
    const again = { ...TOES, leadGapM: 0.5 } as Observation;
    expect(scene({ observations: [TOES, again] }).lines).toEqual(scene({ observations: [TOES] }).lines);
  });

  it('draws angles larger and leaves the marks where they are', () => {
    const [toes] = scene({ magnification: 5 }).lines;
    expect(azimuthOf(toes?.drawn ?? { from: { xM: 0, yM: 0 }, to: { xM: 0, yM: 0 } })).toBeCloseTo(
      5 * toesRad,
      12,
    );
    expect(toes?.marks).toEqual(scene().lines[0]?.marks);
    const aim = scene({ magnification: 5 }).face?.aim;
    expect(aim && azimuthOf(aim)).toBeCloseTo(5 * faceRad, 12);
  });

  it('leaves little room beyond a long line', () => {
    const [long] = scene({ observations: [{ ...TOES, baseM: 0.9 } as Observation] }).lines;
    expect(long && distance(long.marks.lead, long.drawn.to)).toBeCloseTo(0.0475, 2);
  });

  it('as it should be: each line turned about its lead mark, the face about the middle of its edge', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Handedness>('right', 'left'),
        fc.double({ min: -0.2, max: 0.2, noNaN: true }),
        (handedness, goal) => {
          const read = scene({ handedness });
          const should = scene({ handedness, goalRad: () => goal });
          const [was, is] = [read.lines[0], should.lines[0]];
          if (was === undefined || is === undefined) throw new Error('no toes');
          expect(is.marks.lead).toEqual(was.marks.lead);
          expect(distance(is.marks.lead, is.marks.trail)).toBeCloseTo(
            distance(was.marks.lead, was.marks.trail),
            12,
          );
          expect(azimuthOf({ from: is.marks.trail, to: is.marks.lead })).toBeCloseTo(goal, 12);
          expect(azimuthOf(is.drawn)).toBeCloseTo(goal, 12);
          const edge = should.face?.edge;
          if (edge === undefined) throw new Error('no face');
          // A face points at right angles to its edge, heel on the player's side.
          const across = azimuthOf({ from: edge.heel, to: edge.toe });
          expect(across).toBeCloseTo(goal + (handedness === 'right' ? 1 : -1) * (Math.PI / 2), 9);
          const aim = should.face?.aim;
          expect(aim && azimuthOf(aim)).toBeCloseTo(goal, 12);
        },
      ),
    );
  });

  it('of a left-hander is the mirror of a right-hander’s', () => {
    const right = scene();
    const left = scene({ handedness: 'left', azimuthRad: { toes: -toesRad, face: -faceRad } });
    const mirrored = JSON.parse(
      JSON.stringify(right, (key, value: unknown) => (key === 'xM' ? -(value as number) : value)),
    ) as typeof right;
    expect(left.lines[0]?.drawn.to.xM).toBeCloseTo(mirrored.lines[0]?.drawn.to.xM ?? NaN, 12);
    expect(left.lines[0]?.marks).toEqual(mirrored.lines[0]?.marks);
    expect(left.face?.edge.heel.yM).toBeCloseTo(mirrored.face?.edge.heel.yM ?? NaN, 12);
    expect(left.face?.aim?.to.xM).toBeCloseTo(mirrored.face?.aim?.to.xM ?? NaN, 12);
  });
});
