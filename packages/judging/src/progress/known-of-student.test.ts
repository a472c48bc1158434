import {
  type CheckDocument,
  type CheckRecord,
  type EarlierCheck,
  type MeasuredCheckView,
  type EarlierView,
} from '@lotrecht/records';
import { SHIPPED_PRIOR } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { kindsOfFirstCheck, priorOfAcademy } from './academy-prior.ts';
import { isCold } from './cold.ts';
import { coldChecksOf, earlierOf, earlierOfGroup, MOST_EARLIER, withoutCopies } from './known-of-student.ts';
import { linesOfChecks } from './lines-of-checks.ts';

const document: CheckDocument = {
  format: 'lotrecht-check',
  version: 1,
  handedness: 'right',
  club: { group: 'driver', name: 'Driver' },
  targetLine: { offsetMm: 400, sightingDeg: 0.3 },
  readdressSdDeg: 1.5,
  observations: [
    { line: 'toes', by: 'eye', readingDeg: 3 },
    { line: 'hips', by: 'eye', readingDeg: 1 },
  ],
};
const record = (keptDoubtful: NonNullable<CheckRecord['keptDoubtful']>): CheckRecord => ({ keptDoubtful });
const cold = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;

describe('cold', () => {
  it('is a blind baseline, and nothing else', () => {
    expect(isCold(cold)).toBe(true);
    expect(isCold({ ...cold, phase: 'coached' })).toBe(false);
    expect(isCold({ ...cold, help: 'rods' })).toBe(false);
    expect([isCold(null), isCold(undefined)]).toEqual([false, false]);
  });

  it('checks of a day are those that the instructor read, from a line that stood as it was laid', () => {
    const check = { document, record: null, rebase: null, circumstances: cold };
    const others = [
      { ...check, record: { feltDeg: 1 }, circumstances: { ...cold, reader: 'student' as const } },
      { ...check, record: { feltDeg: 2 }, circumstances: { ...cold, help: 'cued' as const } },
      { ...check, record: { feltDeg: 3 }, circumstances: null },
      { ...check, record: { feltDeg: 4 }, rebase: { turnedDeg: 1, uncertaintyDeg: 0.1 } },
    ];
    const own = { ...check, record: { feltDeg: 5 } };
    expect(coldChecksOf([...others, own], '2026-04-01')).toEqual([
      { heldOn: '2026-04-01', document, record: { feltDeg: 5 } },
    ]);
  });
});

describe('an earlier check', () => {
  it('carries its readings alone: its days before, its line without where it lay, its club’s group', () => {
    expect(earlierOf({ heldOn: '2026-04-01', document, record: null }, '2026-04-15')).toEqual({
      clubGroup: 'driver',
      check: {
        daysBefore: 14,
        targetLine: { sightingDeg: 0.3 },
        readdressSdDeg: 1.5,
        observations: document.observations,
      },
    });
    const { club: _club, readdressSdDeg: _sd, ...bare } = document;
    const view = earlierOf({ heldOn: '2026-04-15', document: bare, record: null }, '2026-04-15');
    expect(view).toMatchObject({ clubGroup: null, check: { daysBefore: 0 } });
    expect(view?.check).not.toHaveProperty('readdressSdDeg');
  });

  it('shares the line with the one that carries it, where both are of one series', () => {
    const cold = { heldOn: '2026-04-01', document, record: null };
    expect(earlierOf(cold, '2026-04-01', { sameLine: true })?.check.sameLine).toBe(true);
    expect(earlierOf(cold, '2026-04-01')?.check).not.toHaveProperty('sameLine');
  });

  it('leaves out what was asked about and kept as typed, and is none where nothing is left', () => {
    const view = (lines: NonNullable<CheckRecord['keptDoubtful']>) =>
      earlierOf({ heldOn: '2026-04-01', document, record: record(lines) }, '2026-04-02');
    expect(view(['toes'])?.check.observations.map(({ line }) => line)).toEqual(['hips']);
    expect(view(['toes', 'hips'])).toBeNull();
    expect(
      earlierOf({ heldOn: '2026-04-01', document, record: {} }, '2026-04-02')?.check.observations,
    ).toHaveLength(2);
  });

  it('of one club group are those of the last few lessons and of today; none is undefined', () => {
    const view = (n: number, clubGroup: EarlierView['clubGroup']): EarlierView => ({
      clubGroup,
      check: { daysBefore: n, targetLine: {}, observations: document.observations } as EarlierCheck,
    });
    const views = [
      ...Array.from({ length: 10 }, (_, n) => view(9 - n, 'driver')),
      view(3, 'driver'),
      view(99, 'wedge'),
      view(98, null),
    ];
    expect(MOST_EARLIER).toBe(8);
    expect(earlierOfGroup(views, 'driver')?.map((check) => check.daysBefore)).toEqual([
      8, 7, 6, 5, 4, 3, 2, 1, 0, 3,
    ]);
    expect(earlierOfGroup(views, 'wedge')?.map((check) => check.daysBefore)).toEqual([99]);
    expect(earlierOfGroup(views, 'mid-iron')).toBeUndefined();
  });
});

describe('the lines of checks', () => {
  it('have what is theirs and what their check has', () => {
    const own = { line: 'toes', handedAzimuthDeg: 1 } as const;
    const check = { checkId: 'a', heldOn: '2026-04-01', lines: [own, { ...own, line: 'hips' }] };
    expect(linesOfChecks([check] as unknown as readonly MeasuredCheckView[])).toEqual([
      { checkId: 'a', heldOn: '2026-04-01', line: 'toes', handedAzimuthDeg: 1 },
      { checkId: 'a', heldOn: '2026-04-01', line: 'hips', handedAzimuthDeg: 1 },
    ]);
  });
});

describe('an academy’s own students', () => {
  const first = (readingDeg: number, more: Partial<EarlierCheck> = {}): readonly number[] =>
    kindsOfFirstCheck('right', {
      daysBefore: 0,
      targetLine: { sightingDeg: 0.3 },
      observations: [
        { line: 'toes', by: 'angle', readingDeg },
        { line: 'shoulders', by: 'angle', readingDeg },
      ],
      ...more,
    });

  it('fit the kinds that turn more the better, the further they are turned', () => {
    const [still, turned] = [first(0), first(12)];
    expect(still).toHaveLength(turned.length);
    const prior = priorOfAcademy(Array.from({ length: 20 }, () => still))?.components ?? [];
    const turns = [...new Set(prior.map((c) => c.turnSdDeg))].toSorted((a, b) => a - b);
    const best = (logs: readonly number[]): number =>
      prior[logs.indexOf(Math.max(...logs))]?.turnSdDeg ?? Number.NaN;
    expect(best(still)).toBeLessThan(best(turned));
    expect(best(turned)).toBe(turns.at(-1));
    expect(first(12, { readdressSdDeg: 6 })).not.toEqual(turned);
  });

  it('say nothing while they are nineteen, and give weights that come up to one from twenty on', () => {
    const evidence = Array.from({ length: 20 }, (_, i) => first(i / 2));
    expect(priorOfAcademy(evidence.slice(1))).toBeNull();
    const { components } = priorOfAcademy(evidence) ?? { components: [] };
    expect(components).toHaveLength(evidence[0]?.length ?? 0);
    expect(components.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 4);
    for (const { weight, turnSdDeg, ownSdDeg, faceSdDeg, bodyMeanDeg } of components) {
      expect(weight).toBe(Number(weight.toPrecision(5)));
      for (const deg of [turnSdDeg, ownSdDeg, faceSdDeg, bodyMeanDeg])
        expect(Math.abs(deg * 10 - Math.round(deg * 10))).toBeLessThan(1e-9);
    }
    // As the shipped kinds have them, in tenths of a degree.
    const shipped = SHIPPED_PRIOR.map((c) => Math.round((c.turnSdRad * 1800) / Math.PI) / 10);
    expect(components.map(({ turnSdDeg }) => turnSdDeg)).toEqual(shipped);
    // Students who turn much move the weight to the kinds that do.
    const much = priorOfAcademy(Array.from({ length: 20 }, () => first(14)))?.components ?? [];
    const meanTurn = (kinds: typeof much): number =>
      kinds.reduce((sum, k) => sum + k.weight * k.turnSdDeg, 0);
    expect(meanTurn(much)).toBeGreaterThan(meanTurn(components));
  });
});

describe('what was kept before it was asked whether it can have been measured', () => {
  const told = (change: Partial<CheckDocument>): EarlierView | null =>
    earlierOf({ heldOn: '2026-04-01', document: { ...document, ...change }, record: null }, '2026-04-15');
  const inInches = { line: 'face', by: 'square', heelGapMm: 4, toeGapMm: 1, baseMm: 750 } as const;

  it('counts for nothing, and the readings beside it do', () => {
    const [toes] = document.observations;
    expect(told({ observations: [inInches, toes] })?.check.observations).toEqual([toes]);
    expect(told({ observations: [inInches] })).toBeNull();
    expect(told({ targetLine: { sightingDeg: 0.0087 } })).toBeNull();
    expect(told({ readdressSdDeg: 0.01 })).toBeNull();
  });
});

describe('a check that was typed twice', () => {
  const { observations } = document;
  const before = (daysBefore: number, change: Partial<EarlierCheck> = {}): EarlierCheck => ({
    daysBefore,
    targetLine: {},
    observations: [{ line: 'toes', by: 'eye', readingDeg: 2 }],
    ...change,
  });

  it('is no history of itself, nor twice that of another', () => {
    expect(withoutCopies([before(7, { observations })], observations)).toEqual([]);
    expect(withoutCopies([before(7), before(7), before(5)], observations)).toEqual([before(7), before(5)]);
    const turned = [...observations].toReversed() as typeof observations;
    expect(withoutCopies([before(7, { observations: turned })], observations)).toEqual([]);
  });

  it('may come out the same in a series', () => {
    const ofSeries = before(0, { sameLine: true, observations });
    expect(withoutCopies([ofSeries, ofSeries], observations)).toEqual([ofSeries, ofSeries]);
  });
});
