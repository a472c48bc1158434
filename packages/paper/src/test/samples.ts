import { SHIPPED_METHODS, solveDocument } from '@lotrecht/judging';
import { type CheckDocument, type CheckView } from '@lotrecht/records';
import { type Handedness, sideSign, type SightWish, stationLayout } from '@lotrecht/core';
import { type Measure, type Place, type Shape, type Sheet } from '../drawing/shape.ts';
import { PAPER_COLOURS, toSvg } from '../drawing/svg.ts';
import { type Printing } from '../drawing/page.ts';
import { composeHandOut } from '../hand-out/compose-hand-out.ts';
import { drillOf } from '../practice/drills.ts';
import { handOut } from '../hand-out/hand-out.ts';
import { sightOfCheck } from '../sight/sight-of-check.ts';
import { stationOfMethod } from '../station/station-of-method.ts';

/** Every letter half as wide as it is high: lines break at places that can be counted. */
export const measure: Measure = (text, sizeMm) => text.length * sizeMm * 0.5;
export const printing: Printing = { paper: 'a4', measure };
export const words = { title: 'Station', ground: '7-iron', foot: 'Tarnside' };

/** Eyes 0.40 m inside, a mark 4.1 m ahead, a target at 137 m: the worked figures. */
export function sightWish(handedness: Handedness): SightWish {
  const s = sideSign(handedness);
  return {
    handedness,
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
    landmarks: [
      { name: 'Kiln', distanceM: 120, bearingDeg: s * 6.5 },
      { name: 'Lantern', distanceM: 190, bearingDeg: s * -4 },
    ],
    feltDeg: s * 1.5,
  };
}

/** A station of All parallel for a mid iron. */
export function layoutFor(handedness: Handedness, line: 'rod' | 'string' = 'rod', gateM = 2) {
  const [method] = SHIPPED_METHODS;
  if (method === undefined) throw new Error('methods are shipped');
  return stationLayout(
    stationOfMethod(method, {
      handedness,
      clubGroup: 'mid-iron',
      statureM: 1.78,
      shoeLengthM: 0.29,
      rodM: 1.22,
      gateM,
      gateLeanDeg: 10,
      line,
      sightFromM: 2.5,
      slideAheadM: 0.4,
    }),
  );
}

/** Toes 571/602 on 450 at 150 m, and what is changed of it. */
export function checkWith(
  change: Partial<CheckDocument> = {},
): Pick<CheckView, 'document' | 'result' | 'record'> {
  const document: CheckDocument = {
    format: 'lotrecht-check',
    version: 1,
    handedness: 'right',
    club: { group: 'mid-iron', name: '7-iron' },
    target: { name: 'Barge', distanceM: 150 },
    targetLine: { stakeSeparationM: 6, stakeMm: 5, sightingDeg: 0.5 },
    method: { id: 'all-parallel', version: 1 },
    observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }],
    ...change,
  };
  return { document, result: solveDocument(document), record: null };
}

/** The page to take home of a check, Runa's unless changed. */
export function handOutOn(paper: Printing, change: object = {}): Sheet {
  const check = checkWith();
  return handOut(
    composeHandOut({
      firstName: 'Runa',
      date: '25 November 2026',
      ...check,
      drill: drillOf('toe-rod'),
      dose: '',
      own: '',
      junior: false,
      sight: sightOfCheck(check, { marks: [], statureMm: null, headLifted: false }),
      foot: 'Tarnside',
      ...change,
    }),
    paper,
  );
}

export const svgOf = (sheet: Sheet): string =>
  toSvg(sheet, { colour: (ink) => PAPER_COLOURS[ink], fontFamily: 'Barlow', label: sheet.title });

/** Named shapes by name; others have no meaning of their own. */
export function named(sheet: Pick<Sheet, 'shapes'>): ReadonlyMap<string, readonly Place[]> {
  const places = (shape: Shape): readonly Place[] => (shape.kind === 'path' ? shape.places : [shape.at]);
  return new Map(sheet.shapes.flatMap((s) => (s.name === undefined ? [] : [[s.name, places(s)] as const])));
}

/** Everything that a sheet says, in the order it was set. */
export const textOf = (sheet: Pick<Sheet, 'shapes'>): string =>
  sheet.shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : [])).join(' ');
