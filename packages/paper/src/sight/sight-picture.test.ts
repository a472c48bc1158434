import { degreesFromRadians, directionOf, markShift } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { type Place } from '../drawing/shape.ts';
import { named, sightWish, svgOf, textOf } from '../test/samples.ts';
import { sidedMetres, sightPicture } from './sight-picture.ts';

/** The centre of a named circle in an SVG, as it stands in the file. */
function circleIn(svg: string, name: string): Place {
  const found = new RegExp(`<circle data-name="${name}" cx="([-\\d.]+)" cy="([-\\d.]+)"`).exec(svg);
  if (found === null) throw new Error(`${name} is drawn`);
  return [Number(found[1]), Number(found[2])];
}

describe('the sight picture', () => {
  it.each([
    ['right', 0],
    ['left', 0],
    ['right', 6],
  ] as const)(
    'has the mark as far from the target in the file’s own coordinates as core says, %s, turned %s°',
    (handedness, bodyTurnDeg) => {
      const picture = sightPicture({ ...sightWish(handedness), bodyTurnDeg });
      const svg = svgOf(picture.sheet);
      const azimuthOf = (name: string): number => {
        const [x, y] = circleIn(svg, name);
        return degreesFromRadians(
          directionOf(picture.view, {
            right: (x - picture.middle[0]) / picture.focalMm,
            up: (picture.middle[1] - y) / picture.focalMm,
          }).azimuthRad,
        );
      };
      expect(Math.abs(azimuthOf('mark') - azimuthOf('target') - picture.numbers.markSeemsDeg)).toBeLessThan(
        0.01,
      );
      if (bodyTurnDeg === 0) {
        const shift = markShift({ handedness, insideM: 0.4, behindM: 0, markM: 4.1, targetM: 137 });
        expect(picture.numbers.markSeemsM).toBeCloseTo(shift.lateralM, 9);
        // The mark and the place where it seems to stand lie in one direction.
        expect(Math.abs(azimuthOf('mark') - azimuthOf('mark-seems'))).toBeLessThan(0.01);
      }
    },
  );

  it('is mirrored for a left-hander, shape by shape', () => {
    const right = sightPicture({ ...sightWish('right'), bodyTurnDeg: 4 });
    const left = sightPicture({ ...sightWish('left'), bodyTurnDeg: 4 });
    const mirrored = named(left.sheet);
    for (const [name, places] of named(right.sheet)) {
      // A box is the same box from its other corner.
      if (['sheet', 'water', 'horizon', 'felt'].includes(name)) continue;
      const other = mirrored.get(name) ?? [];
      places.forEach(([x, y], i) => {
        expect(other[i]?.[0]).toBeCloseTo(right.sheet.widthMm - x, 6);
        expect(other[i]?.[1]).toBeCloseTo(y, 6);
      });
    }
    expect(left.numbers.markSeemsM).toBeCloseTo(-right.numbers.markSeemsM, 9);
    expect(left.numbers.bodyPointsM).toBeCloseTo(-right.numbers.bodyPointsM, 9);
  });

  it('shows what lifting the head adds, and a parallel body a step beside the target', () => {
    const rolled = sightPicture(sightWish('right')).numbers;
    const lifted = sightPicture({ ...sightWish('right'), liftedM: 0.25 }).numbers;
    expect(lifted.markSeemsM / rolled.markSeemsM).toBeCloseTo(0.65 / 0.4, 9);
    expect(rolled.bodyPointsM).toBeCloseTo(-0.6, 9);
    expect(rolled.feltM).toBeCloseTo(137 * Math.tan((1.5 * Math.PI) / 180), 9);
  });

  it('refuses a mark beyond the target', () => {
    expect(() => sightPicture({ ...sightWish('right'), markM: 200 })).toThrow('markM');
  });

  it('draws what is as it should be in another ink than what is, and says no felt aim there', () => {
    const inkOf = (stands: 'now' | 'goal') =>
      sightPicture({ ...sightWish('right'), stands, bodyTurnDeg: 2 }).sheet.shapes.find(
        (s) => s.name === 'body-line' && s.kind === 'path',
      );
    expect(inkOf('now')).toMatchObject({ stroke: 'out' });
    expect(inkOf('goal')).toMatchObject({ stroke: 'in' });
    expect(textOf(sightPicture({ ...sightWish('right'), feltDeg: null }).sheet)).not.toContain('felt');
  });

  it('has larger words for a phone without moving what is seen', () => {
    const small = sightPicture(sightWish('right'));
    const large = sightPicture({ ...sightWish('right'), captionMm: 7 });
    expect(large.numbers).toEqual(small.numbers);
    const sizeOf = (picture: typeof small): number =>
      Math.min(...picture.sheet.shapes.flatMap((s) => (s.kind === 'text' ? [s.sizeMm] : [])));
    expect(sizeOf(large) / sizeOf(small)).toBeCloseTo(7 / 3.6, 9);
  });

  it('tells a near mark in degrees, where metres would be beyond picturing', () => {
    expect(textOf(sightPicture({ ...sightWish('right'), markM: 0.4 }).sheet)).toMatch(
      /mark seems \d+° right/,
    );
  });

  it.each([
    [-10.22, '10 m left'],
    [1.26, '1.3 m right'],
    [0.04, 'on the target'],
    [-0.04, 'on the target'],
  ])('says %s m as %s', (metres, said) => {
    expect(sidedMetres(metres)).toBe(said);
  });
});
