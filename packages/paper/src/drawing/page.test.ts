import { footprints } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { degreeCard } from '../card/degree-card.ts';
import { partnerCard } from '../card/partner-card.ts';
import { footprintMap } from '../station/footprint-map.ts';
import { stationPlan } from '../station/station-plan.ts';
import { handOutOn, layoutFor, measure, named, words } from '../test/samples.ts';
import { PAPER_MM, type Printing } from './page.ts';

describe('every printed sheet', () => {
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
});
