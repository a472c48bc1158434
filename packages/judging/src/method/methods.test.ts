import { describe, expect, it } from 'vitest';
import { solveDocument } from '../check/solve-document.ts';
import { DocumentRefused } from '@lotrecht/records';
import { USUAL_OF_CLUB } from './ball-table.ts';
import { decidingLines, judgedBy, judgedByMethod } from './judged-by.ts';
import { requireMethodDocument } from './require-method.ts';
import { settingGeometry } from './setting-geometry.ts';
import { SHIPPED_METHODS } from './shipped-methods.ts';

const methodOf = (id: string) => {
  const found = SHIPPED_METHODS.find((m) => m.id === id);
  if (found === undefined) throw new Error(`no method ${id}`);
  return found;
};

describe('the shipped methods', () => {
  it.each(SHIPPED_METHODS.map((m) => [m.name, m] as const))('%s can judge, and says why', (_name, method) => {
    expect(requireMethodDocument(structuredClone(method))).toEqual(method);
    for (const line of method.order) expect(method.tolerancesDeg[line]).toBeDefined();
    for (const { reason } of method.settings) expect(reason.length).toBeGreaterThan(20);
    expect(method.routine.length).toBeGreaterThan(3);
  });

  // The schools' table: order, the tolerances that differ, foot line and mark.
  it.each([
    ['all-parallel', 'face toes knees hips shoulders eyes', 'shoulders', [-2, 2], 'toes', 0.4],
    ['shoulders-and-eyes-rule', 'face shoulders eyes hips knees toes', 'eyes', [-3, 2], 'toes', 4],
    ['trail-foot-first', 'face heels hips shoulders eyes', 'shoulders', [-3, 1], 'heels', 1],
    ['feet-together', 'face toes hips shoulders', 'hips', [-2, 2], 'toes', 0.7],
    ['instep-square', 'face heels hips shoulders', 'heels', [-2, 2], 'heels', 0.06],
    ['built-on-the-start-line', 'face toes knees hips shoulders', 'knees', [-3, 3], 'toes', 0.4],
    ['body-sets-the-path', 'face toes hips shoulders', 'face', [-1.5, 1.5], 'toes', 1],
    ['first-lesson', 'toes face', 'face', [-3, 3], 'toes', 0.25],
  ] as const)('%s: %s', (...[id, order, line, tolerance, footLine, markM]) => {
    const method = methodOf(id);
    expect(method.order.join(' ')).toBe(order);
    expect(method.tolerancesDeg[line]).toEqual(tolerance);
    expect([method.footLine, method.markM]).toEqual([footLine, markM]);
  });

  it('leave the feet free only where the shoulders rule', () => {
    expect(SHIPPED_METHODS.filter((m) => m.feetFree).map((m) => m.id)).toEqual(['shoulders-and-eyes-rule']);
    expect(methodOf('shoulders-and-eyes-rule').tolerancesDeg.toes).toEqual([-15, 15]);
  });

  it('rule by the lines whose tolerance says anything: free feet need not be read', () => {
    expect(decidingLines(methodOf('shoulders-and-eyes-rule'))).toEqual([
      'face',
      'shoulders',
      'eyes',
      'hips',
      'knees',
    ]);
    expect(decidingLines(methodOf('all-parallel'))).toEqual(methodOf('all-parallel').order);
  });

  it('judge an earlier check by what it was judged by', () => {
    const check = {
      format: 'lotrecht-check',
      version: 1,
      handedness: 'right',
      targetLine: {},
      observations: [{ line: 'heels', by: 'angle', readingDeg: 6 }],
    } as const;
    const by = (version: number) =>
      solveDocument({
        ...check,
        observations: [...check.observations],
        method: { id: 'trail-foot-first', version },
      });
    // Judged by the heels: heels that are out come first.
    expect(by(2).fixFirst).toBe('heels');
    expect(by(1).fixFirst).toBeNull();
  });

  it('turn the body by a chosen path only where it sets the path, and leave the face on the target', () => {
    const turned = judgedByMethod(methodOf('body-sets-the-path'), -4);
    expect(turned.goalsDeg?.shoulders).toBe(-4);
    expect(turned.tolerancesDeg.shoulders).toEqual([-6, -2]);
    expect(turned.tolerancesDeg.face).toEqual([-1.5, 1.5]);
    expect(judgedByMethod(methodOf('all-parallel'), -4).tolerancesDeg.toes).toEqual([-2, 2]);
  });

  it('are found by id and version, and named when they are not', () => {
    const check = {
      format: 'lotrecht-check',
      version: 1,
      handedness: 'right',
      targetLine: {},
      observations: [{ line: 'toes', by: 'angle', readingDeg: 1 }],
    } as const;
    const named = (id: string, version: number) => ({
      ...check,
      observations: [...check.observations] as [(typeof check.observations)[0]],
      method: { id, version },
    });
    expect(judgedBy(named('first-lesson', 1)).order).toEqual(['toes', 'face']);
    for (const [id, version, path] of [
      ['none', 1, '/method/id'],
      ['first-lesson', 2, '/method/version'],
    ] as const) {
      try {
        judgedBy(named(id, version));
        expect.unreachable();
      } catch (error) {
        expect(error instanceof DocumentRefused && error.refusals[0]?.path).toBe(path);
      }
    }
  });
});

describe('a method of one’s own', () => {
  const own = { ...methodOf('all-parallel'), id: 'mine' };

  it.each([
    [{ ...own, tolerancesDeg: { toes: [2, -2] } }, 'tolerance-order'],
    [{ ...own, tolerancesDeg: { toes: [1, 3] } }, 'goal-outside-tolerance'],
    [{ ...own, tolerancesDeg: { toes: [-50, 3] } }, 'out-of-range'],
    [{ ...own, order: [] }, 'contains'],
    [{ ...own, id: 'Not An Id' }, 'pattern'],
    [{ ...own, mood: 'calm' }, 'unknown-field'],
  ])('that cannot judge is refused with its path: %#', (method, code) => {
    try {
      requireMethodDocument(method);
      expect.unreachable();
    } catch (error) {
      if (!(error instanceof DocumentRefused)) throw error;
      expect(error.refusals[0]?.code).toBe(code);
    }
  });

  it('may aim beside zero when the goal goes along', () => {
    const aside = { ...own, tolerancesDeg: { toes: [1, 3] }, goalsDeg: { toes: 2 } };
    expect(requireMethodDocument(aside).goalsDeg?.toes).toBe(2);
  });
});

describe('the geometry behind a setting', () => {
  it('is computed: mark, feet, flare, and what comes first', () => {
    const figures = (setting: 'mark' | 'feet' | 'flare' | 'first') =>
      settingGeometry(methodOf('all-parallel'), setting).map((f) => Number(f.value.toFixed(2)));
    expect(figures('mark').slice(0, 2)).toEqual([0.72, 6.98]);
    expect(figures('feet')).toEqual([3.18]);
    expect(figures('flare')).toEqual([2.23]);
    expect(figures('first')).toEqual([80.01, 6.13]);
    expect(settingGeometry(methodOf('all-parallel'), 'grip')).toEqual([]);
  });
});

describe('the table of clubs', () => {
  it('grows with the club: toes farther, eyes farther inside, ball farther forward', () => {
    const groups = Object.values(USUAL_OF_CLUB);
    groups.slice(1).forEach((club, i) => {
      const shorter = groups[i];
      if (shorter === undefined) throw new Error('there is a shorter club');
      expect(club.toesToBallM).toBeGreaterThan(shorter.toesToBallM);
      expect(club.eyesInsideM).toBeGreaterThan(shorter.eyesInsideM);
      expect(club.ballPercent.graded).toBeLessThan(shorter.ballPercent.graded);
      expect(club.launchDeg).toBeLessThan(shorter.launchDeg);
    });
  });
});
