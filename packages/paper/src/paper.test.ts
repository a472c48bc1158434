import { type CheckDocument, SHIPPED_METHODS, solveDocument } from '@lotrecht/contract';
import {
  degreesFromRadians,
  directionOf,
  footprints,
  type Handedness,
  markShift,
  stationLayout,
} from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import {
  composeHandOut,
  degreeCard,
  degreesOf,
  drillOf,
  footprintMap,
  handOut,
  type Measure,
  millimetresOf,
  PAPER_COLOURS,
  PAPER_MM,
  partnerCard,
  type Place,
  type Printing,
  scaleFor,
  type Shape,
  type Sheet,
  sightOfCheck,
  sightPicture,
  type SightWish,
  stationOfMethod,
  stationPlan,
  toSvg,
  wrapped,
} from './index.ts';

const measure: Measure = (text, sizeMm) => text.length * sizeMm * 0.5;
const printing: Printing = { paper: 'a4', measure };

const [method] = SHIPPED_METHODS;
if (method === undefined) throw new Error('methods are shipped');

function sightWish(handedness: Handedness): SightWish {
  const s = handedness === 'right' ? 1 : -1;
  return {
    handedness,
    eyesInsideM: 0.4,
    eyesBehindM: 0,
    eyeHeightM: 1.48,
    liftedM: 0,
    bodyTurnDeg: 0,
    toesToBallM: 0.6,
    markM: 4.1,
    rodM: 1.22,
    target: { name: 'Barge', distanceM: 137 },
    landmarks: [
      { name: 'Kiln', distanceM: 120, bearingDeg: s * 6.5 },
      { name: 'Lantern', distanceM: 190, bearingDeg: s * -4 },
    ],
    feltDeg: s * 1.5,
  };
}

function layoutFor(handedness: Handedness) {
  if (method === undefined) throw new Error('methods are shipped');
  return stationLayout(
    stationOfMethod(method, {
      handedness,
      clubGroup: 'mid-iron',
      statureM: 1.78,
      shoeLengthM: 0.29,
      rodM: 1.22,
      gateM: 2,
      sightFromM: 2.5,
      slideAheadM: 0.4,
    }),
  );
}

const words = { title: 'Station', ground: '7-iron', foot: 'Tarnside', aids: [] };

/** The centre of a named circle in an SVG, as it stands in the file. */
function circleIn(svg: string, name: string): Place {
  const found = new RegExp(`<circle data-name="${name}" cx="([-\\d.]+)" cy="([-\\d.]+)"`).exec(svg);
  if (found === null) throw new Error(`${name} is drawn`);
  return [Number(found[1]), Number(found[2])];
}

const svgOf = (sheet: Sheet): string =>
  toSvg(sheet, { colour: (ink) => PAPER_COLOURS[ink], fontFamily: 'Barlow', label: sheet.title });

/** Named shapes by name; others have no meaning of their own. */
function named(sheet: Sheet): ReadonlyMap<string, readonly Place[]> {
  const places = (shape: Shape): readonly Place[] => (shape.kind === 'path' ? shape.places : [shape.at]);
  return new Map(sheet.shapes.flatMap((s) => (s.name === undefined ? [] : [[s.name, places(s)] as const])));
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
});

describe('the station plan', () => {
  it('is to scale: every rod as long on paper as its scale says', () => {
    const layout = layoutFor('right');
    const sheet = stationPlan(layout, words, printing);
    const scale = Number(/Scale 1 : ([\d.]+)/.exec(JSON.stringify(sheet.shapes))?.[1]);
    const [from, to] = named(sheet).get('target-rod') ?? [];
    if (!from || !to) throw new Error('the rod is drawn');
    expect(Math.hypot(to[0] - from[0], to[1] - from[1]) * scale).toBeCloseTo(1220, 6);
    expect(scaleFor(5.1, 174)).toBe(scale);
  });

  it('is mirrored for a left-hander about the target line', () => {
    const [right, left] = (['right', 'left'] as const).map((hand) =>
      named(stationPlan(layoutFor(hand), words, printing)),
    );
    const lineOf = (shapes: ReadonlyMap<string, readonly Place[]> | undefined): number =>
      shapes?.get('target-line')?.[0]?.[0] ?? Number.NaN;
    for (const name of ['target-rod', 'toe-rod', 'square-rod', 'approach', 'ball', 'gate-rod']) {
      const others = left?.get(name) ?? [];
      right?.get(name)?.forEach(([x, y], i) => {
        expect(x - lineOf(right)).toBeCloseTo(lineOf(left) - (others[i]?.[0] ?? Number.NaN), 6);
        expect(others[i]?.[1]).toBeCloseTo(y, 6);
      });
    }
  });

  it('says every tape distance, and cautions', () => {
    const text = stationPlan(layoutFor('right'), words, printing)
      .shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : []))
      .join(' ');
    expect(text).toContain('828 mm');
    expect(text).toContain('Caps on rod ends');
    expect(text).toMatch(/the local rules and the committee decide/);
  });
});

describe('every printed sheet', () => {
  const document: CheckDocument = {
    format: 'lotrecht-check',
    version: 1,
    handedness: 'right',
    club: { group: 'mid-iron', name: '7-iron' },
    target: { name: 'Barge', distanceM: 150 },
    targetLine: { stakeSeparationM: 6, stakeMm: 5, sightingDeg: 0.5 },
    method: { id: 'all-parallel', version: 1 },
    observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }],
  };
  const result = solveDocument(document, {});
  const ground = { statureM: 1.78, markM: 4, rodM: 1.22, headLifted: false, landmarks: [] };
  const sight = sightOfCheck(document, result, { record: null, ground });

  function handOutOn(paper: Printing, change: object = {}): Sheet {
    return handOut(
      composeHandOut({
        firstName: 'Runa',
        date: '25 November 2026',
        document,
        result,
        record: null,
        drill: drillOf('toe-rod'),
        dose: '',
        own: '',
        junior: false,
        sight,
        foot: 'Tarnside',
        ...change,
      }),
      paper,
    );
  }

  it.each(['a4', 'letter'] as const)('has a bar of exactly 100 mm and stays on its paper, %s', (size) => {
    const paper: Printing = { paper: size, measure };
    const card = degreeCard(
      {
        firstName: 'Runa',
        handedness: 'right',
        methodName: 'All parallel',
        bases: [{ name: 'stance', lengthMm: 450, along: 'targetLine' }],
        lines: [{ line: 'toes', fromDeg: -2, toDeg: 2, baseMm: 450, along: 'targetLine' }],
        foot: 'Tarnside',
      },
      paper,
    );
    const prints = footprints({
      handedness: 'left',
      leadGapM: 0.6,
      trailGapM: 0.6,
      toeBaseM: 0.45,
      leadAheadM: 0.2,
      shoeLengthM: 0.29,
      leadFlareRad: 0.3,
      trailFlareRad: 0,
    });
    const sheets = [
      stationPlan(layoutFor('right'), words, paper),
      footprintMap(prints, words, paper),
      card,
      partnerCard({ handedness: 'left', foot: 'Tarnside' }, paper),
      handOutOn(paper),
    ];
    for (const sheet of sheets) {
      const [a, b] = named(sheet).get('ruler-bar') ?? [];
      if (!a || !b) throw new Error('the bar is drawn');
      expect(b[0] - a[0]).toBeCloseTo(100, 9);
      expect([sheet.widthMm, sheet.heightMm]).toEqual(PAPER_MM[size]);
      for (const shape of sheet.shapes) {
        for (const [x, y] of shape.kind === 'path' ? shape.places : [shape.at]) {
          expect(x).toBeGreaterThanOrEqual(-1);
          expect(x).toBeLessThanOrEqual(sheet.widthMm + 1);
          expect(y).toBeGreaterThanOrEqual(0);
          expect(y).toBeLessThanOrEqual(sheet.heightMm);
        }
      }
    }
  });

  const textOf = (sheet: Sheet): string =>
    sheet.shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : [])).join(' ');

  it('has one priority with move and feel, drill and dose, and cautions', () => {
    const text = textOf(handOutOn(printing));
    expect(text).toContain('Toes first: 3.9° closed (right).');
    expect(text).toContain('Trail toe 31 mm toward the line.');
    expect(text).toMatch(/aimed 10 m left/);
    expect(text).toContain('Rod along the toes');
    expect(text).toMatch(/a licensed clinician decides/);
  });

  it('has no degrees in a junior’s, and sends them to a grown-up', () => {
    const text = textOf(handOutOn(printing, { junior: true }));
    expect(text).toContain('Toes first.');
    expect(text).toContain('Toes: turned right.');
    expect(text).not.toMatch(/\d°/);
    expect(text).toContain('Ask a grown-up');
  });

  it('keeps what was typed as text', () => {
    const svg = svgOf(handOutOn(printing, { firstName: '<script>"&', own: '</svg>' }));
    expect(svg).toContain('For &lt;script&gt;&quot;&amp;');
    expect(svg).not.toContain('<script');
    expect(svg.match(/<\/svg>/g)).toHaveLength(1);
  });
});

describe('millimetres on a card', () => {
  it.each(['targetLine', 'rod'] as const)('go to degrees and back, along the %s', (along) => {
    for (const mm of [1, 10, 31, 80]) {
      const base = { lengthMm: 450, along };
      expect(millimetresOf(degreesOf(mm, base), base)).toBeCloseTo(mm, 9);
    }
    expect(degreesOf(31, { lengthMm: 450, along: 'targetLine' })).toBeCloseTo(3.94, 2);
  });
});

describe('a paragraph', () => {
  it('is broken where it fits, and a long word stands alone', () => {
    const how = { widthMm: 14, style: { sizeMm: 2 }, measure };
    expect(wrapped('one two three four', how)).toEqual(['one two three', 'four']);
    expect(wrapped('a incomprehensibilities b', how)).toEqual(['a', 'incomprehensibilities', 'b']);
    expect(wrapped('first\nsecond', how)).toEqual(['first', 'second']);
  });
});
