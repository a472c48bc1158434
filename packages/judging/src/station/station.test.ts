import { degreesFromRadians } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { composeTargetLine } from './compose-target-line.ts';
import { DEFAULT_SETTINGS } from './default-settings.ts';
import { requirePlace } from './require-place.ts';

describe('a target line as it is chosen', () => {
  it('is written out whole, every default included', () => {
    const { targetLine, budget } = composeTargetLine(DEFAULT_SETTINGS.targetLine);
    expect(targetLine).toEqual({ stakeSeparationM: 6, stakeMm: 5, sightingDeg: 0.5, offsetMm: 0 });
    expect(degreesFromRadians(budget.uncertaintyRad)).toBeCloseTo(0.5045, 4);
    expect(budget.dominatedBy).toBe('sighting');
  });

  it.each([
    ['none', 1.5, 1],
    ['none', 3, 0.5],
    ['plumb-line', 3, 0.2],
  ] as const)('sighted %s from %f m writes %f°', (aid, behindM, sightingDeg) => {
    expect(composeTargetLine({ ...DEFAULT_SETTINGS.targetLine, aid, behindM }).targetLine.sightingDeg).toBe(
      sightingDeg,
    );
  });

  it('on the ball alone is dominated by its two ends', () => {
    const ballLine = {
      ...DEFAULT_SETTINGS.targetLine,
      made: 'ball-line',
      separationM: 0.04,
      stakeMm: 0.5,
    } as const;
    expect(composeTargetLine(ballLine).budget.dominatedBy).toBe('stakes');
  });
});

describe('a place', () => {
  const mark = {
    id: '11111111-1111-4111-8111-111111111111',
    name: 'Barge',
    kind: 'target',
    distanceM: 150,
    bearingDeg: 0,
  } as const;

  it('keeps its marks as they are', () => {
    const place = { revision: 0, name: 'Rim', kind: 'range', marks: [mark] };
    expect(requirePlace(place)).toEqual(place);
  });

  it('names every mark that cannot be', () => {
    const marks = [
      mark,
      { ...mark, name: 'Near', id: mark.id.replace('1', '2'), distanceM: 0.2 },
      { ...mark },
    ];
    expect(() => requirePlace({ revision: 0, name: 'Rim', kind: 'range', marks })).toThrow(
      /\/marks\/1\/distanceM.*\/marks\/2\/name/s,
    );
  });
});
