import { type CheckDocument } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { composeCheck } from './compose-check.ts';
import { lookDriftOf, looksAway } from './look-drift.ts';
import { solveDocument } from './solve-document.ts';

/** Shoulders by a rod 1,220 mm long, whose trail end stands so much farther from the string than its lead end. */
function shoulders(asideMm: number, hold = 1) {
  const document = composeCheck({
    handedness: 'right',
    targetLine: {},
    readdressSdDeg: 1,
    readings: [
      {
        line: 'shoulders',
        by: 'gaps',
        rod: true,
        hold,
        values: { leadGapMm: 430, trailGapMm: 430 + asideMm, baseMm: 1220 },
      },
    ],
  } as never) as CheckDocument;
  return { document, result: solveDocument(document) };
}

describe('a look at the target', () => {
  it('that opens the shoulders by 60 mm on a rod of 1,220 mm turns them by 2.8°, which is real', () => {
    const [drift] = lookDriftOf(shoulders(0), shoulders(-60));
    expect(Math.abs(drift?.deltaDeg ?? 0)).toBeCloseTo((Math.atan(60 / 1220) * 180) / Math.PI, 2);
    expect(drift).toMatchObject({ line: 'shoulders', real: true });
  });

  it('in another hold is another stand: the same turn may be chance', () => {
    expect(lookDriftOf(shoulders(0), shoulders(-60, 2))[0]?.real).toBe(false);
  });

  it('of a kept check says whether the body went with it', () => {
    const kept = (asideMm: number | null) => ({
      ...shoulders(0),
      record: asideMm === null ? {} : { afterLook: shoulders(asideMm).document },
    });
    expect(looksAway(kept(-60))).toBe(true);
    expect(looksAway(kept(-3))).toBe(false);
    expect(looksAway(kept(null))).toBe(false);
    expect(looksAway({ ...shoulders(0), record: null })).toBe(false);
  });

  it('that could not be read afterwards says nothing', () => {
    expect(looksAway({ ...shoulders(0), record: { afterLook: unreadable() } })).toBe(false);
  });
});

/** An end beside its own base: no angle can be made of it. */
function unreadable(): CheckDocument {
  const { document } = shoulders(0);
  const [read] = document.observations;
  if (read?.by !== 'gaps') throw new Error('shoulders are read by gaps');
  return { ...document, observations: [{ ...read, trailGapMm: 2000 }] };
}
