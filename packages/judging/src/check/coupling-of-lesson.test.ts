import { type CheckDocument } from '@lotrecht/records';
import { describe, expect, it } from 'vitest';
import { composeCheck } from './compose-check.ts';
import { couplingOfLesson } from './coupling-of-lesson.ts';
import { solveDocument } from './solve-document.ts';

/** A set-up whose toes and shoulders are so many millimetres closed over their base. */
function setup(toesMm: number, shouldersMm: number | null) {
  const document = composeCheck({
    handedness: 'right',
    targetLine: {},
    readdressSdDeg: 1,
    readings: [
      { line: 'toes', by: 'gaps', values: { leadGapMm: 570, trailGapMm: 570 + toesMm, baseMm: 450 } },
      ...(shouldersMm === null
        ? []
        : [
            {
              line: 'shoulders' as const,
              by: 'gaps' as const,
              rod: true,
              values: { leadGapMm: 430, trailGapMm: 430 + shouldersMm, baseMm: 1220 },
            },
          ]),
    ],
  } as never) as CheckDocument;
  return { document, result: solveDocument(document) };
}

describe('whether the shoulders follow the feet in a lesson', () => {
  it('takes the two set-ups between which the feet moved most', () => {
    const found = couplingOfLesson([setup(0, 0), setup(40, 5), setup(160, 10), setup(150, null)], 'toes');
    expect(found?.movedDeg).toBeCloseTo(19.57, 1);
    expect(found?.share).toBeLessThan(0.1);
    expect(found?.interval?.[1]).toBeLessThan(0.5);
  });

  it('tells nothing from one set-up, or without the shoulders', () => {
    expect(couplingOfLesson([setup(0, 0)], 'toes')).toBeNull();
    expect(couplingOfLesson([setup(0, 0), setup(100, null)], 'toes')).toBeNull();
    expect(couplingOfLesson([setup(0, 0), setup(100, 20)], 'heels')).toBeNull();
  });
});
