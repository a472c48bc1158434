import { type CheckDocument, composeCheck, solveDocument, validateCheckDocument } from '@lotrecht/contract';
import { type Figure } from './figures.ts';

const ROUNDS = 20_000;

/** A full check: face and every body line, three readings of hips and shoulders. */
function fullCheck(): CheckDocument {
  const quick = composeCheck({
    handedness: 'right',
    club: { group: 'mid-iron' },
    target: { name: 'Barge', distanceM: 150 },
    toes: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 },
    face: { heelGapMm: 4, toeGapMm: 1, baseMm: 75 },
  });
  if (quick === undefined) throw new Error('the quick check is complete');
  const line = (name: 'knees' | 'hips' | 'shoulders' | 'eyes', trailGapMm: number) =>
    ({ line: name, by: 'gaps', leadGapMm: 300, trailGapMm, baseMm: 1000, rod: true, plumbMm: 3 }) as const;
  const [first, ...others] = quick.observations;
  return {
    ...quick,
    observations: [
      first,
      ...others,
      line('knees', 320),
      line('eyes', 330),
      line('hips', 310),
      line('hips', 318),
      line('hips', 305),
      line('shoulders', 350),
      line('shoulders', 342),
      line('shoulders', 355),
    ],
  };
}

/** Core's time for a full check, validated and not. */
export function benchSolve(): readonly Figure[] {
  const document = fullCheck();
  const time = (work: () => void): number => {
    for (let i = 0; i < ROUNDS / 10; i++) work();
    const startedAt = performance.now();
    for (let i = 0; i < ROUNDS; i++) work();
    return (performance.now() - startedAt) / ROUNDS;
  };
  const solve = time(() => solveDocument(document));
  const validate = time(() => validateCheckDocument(document));
  return [
    { name: 'solve a full check of 10 readings in core', value: solve, unit: 'ms' },
    { name: 'validate it', value: validate, unit: 'ms', ratio: validate / solve, base: 'solve' },
  ];
}
