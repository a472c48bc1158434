import { ONE_THINGS } from '@lotrecht/judging';
import { describe, expect, it } from 'vitest';
import { type Place, type Shape } from '../drawing/shape.ts';
import { drillDrawing } from './drill-drawing.ts';
import { drillSizes } from './drill-sizes.ts';
import { drillOf, DRILLS, drillsFor, howOf, isPlayedAt, ownDrill } from './drills.ts';

const SIZES = drillSizes({ handedness: 'right', club: 'mid-iron', statureMm: null });
const SMALL = drillSizes({ handedness: 'right', club: 'mid-iron', statureMm: 1300, shoeMm: 220 });
const LEFT = drillSizes({ handedness: 'left', club: 'mid-iron', statureMm: null });
const placesOf = (shape: Shape): readonly Place[] => (shape.kind === 'path' ? shape.places : [shape.at]);

describe('drills', () => {
  it('are found by their id, each its own; one that is not there any more falls back to the first', () => {
    expect(DRILLS.length).toBeGreaterThanOrEqual(24);
    expect(new Set(DRILLS.map((d) => d.id)).size).toBe(DRILLS.length);
    expect(new Set(DRILLS.map((d) => d.name)).size).toBe(DRILLS.length);
    for (const drill of DRILLS) expect(drillOf(drill.id)).toBe(drill);
    expect(drillOf('no such drill')).toBe(DRILLS[0]);
  });

  it.each(ONE_THINGS)('for %s there are two or more, the best first', (thing) => {
    const all = drillsFor(thing);
    expect(all.length).toBeGreaterThanOrEqual(2);
    const places = all.map(({ helps }) => helps.indexOf(thing));
    expect(places).toEqual(places.toSorted((a, b) => a - b));
  });

  it('are practised at home where they need no ball, and on the range all', () => {
    const atHome = DRILLS.filter((drill) => isPlayedAt('home', drill));
    expect(atHome.length).toBeGreaterThan(5);
    for (const { needs, steps, junior } of atHome) {
      expect(needs).not.toContain('ball');
      expect([...steps, ...junior].join(' ')).not.toMatch(/\bhit\b/i);
    }
    expect(DRILLS.every((drill) => isPlayedAt('range', drill))).toBe(true);
  });

  it.each(DRILLS.map((drill) => [drill.id, drill] as const))(
    '%s has cautions, a junior’s wording, a check that reads a line, and a dose',
    (_id, drill) => {
      expect(drill.cautions.length).toBeGreaterThan(0);
      expect(drill.junior.length).toBeGreaterThan(0);
      expect(drill.junior.join(' ')).not.toMatch(/°|degree/);
      expect(howOf(drill, true).split(' ').length).toBeLessThan(howOf(drill).split(' ').length + 6);
      expect(drill.check.how.length).toBeGreaterThan(10);
      expect(drill.dose.reps).toBeGreaterThan(2);
      expect(drill.dose.minutes).toBeGreaterThan(2);
      expect(drill.helps.length).toBeGreaterThan(0);
    },
  );

  it('are each drawn in their own way', () => {
    const drawings = DRILLS.map((drill) =>
      JSON.stringify(drillDrawing({ ...drill, name: '' }, SIZES).shapes),
    );
    expect(new Set(drawings).size).toBe(DRILLS.length);
  });

  it.each(DRILLS.map((drill) => [drill.id, drill] as const))(
    '%s is drawn at the student’s sizes, within its sheet, and mirrored for the other hand',
    (_id, drill) => {
      const sheet = drillDrawing(drill, SIZES);
      for (const [x, y] of sheet.shapes.flatMap(placesOf)) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(sheet.widthMm);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(sheet.heightMm);
      }
      expect(JSON.stringify(drillDrawing(drill, LEFT).shapes)).not.toBe(JSON.stringify(sheet.shapes));
      const dependsOnSize = drill.lay.some(
        ({ piece }) => !['targets', 'aim', 'gate', 'mark'].includes(piece),
      );
      expect(dependsOnSize).toBe(true);
      expect(JSON.stringify(drillDrawing(drill, SMALL).shapes)).not.toBe(JSON.stringify(sheet.shapes));
    },
  );

  it('say lengths in the student’s own unit', () => {
    const text = (units: 'mm' | 'in'): string =>
      JSON.stringify(
        drillDrawing(drillOf('toe-rod'), SIZES, { length: units, distance: units === 'in' ? 'yd' : 'm' }),
      );
    expect(text('mm')).toContain('rod, 600 mm from the ball');
    expect(text('in')).toContain('in from the ball');
  });

  it('of an academy’s own have its words, and what the one they were copied from lays and checks', () => {
    const drill = { basedOn: 'toe-rod', steps: ['Breathe.'], feel: 'Calm.', junior: [], minutes: 4, reps: 6 };
    const own = ownDrill({ id: 'x', name: 'Ours', drill });
    const base = drillOf('toe-rod');
    expect(own).toMatchObject({
      id: 'own-x',
      name: 'Ours',
      steps: ['Breathe.'],
      dose: { minutes: 4, reps: 6 },
    });
    for (const same of ['lay', 'check', 'cautions', 'helps', 'junior'] as const)
      expect(own[same]).toBe(base[same]);
    expect(drillOf('own-x', [own])).toBe(own);
    expect(drillsFor('toes', [own])[0]).toBe(own);
  });
});
