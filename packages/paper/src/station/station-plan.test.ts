import { describe, expect, it } from 'vitest';
import { type Place } from '../drawing/shape.ts';
import { layoutFor, named, printing, textOf, words } from '../test/samples.ts';
import { footOutline } from './foot-outline.ts';
import { scaleFor, stationPlan } from './station-plan.ts';

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

  it('draws where nobody stands at a scale of its own, as wide as it says', () => {
    const layout = layoutFor('right');
    const ring = stationPlan(layout, words, printing).shapes.find((s) => s.name === 'keep-out');
    if (ring?.kind !== 'circle') throw new Error('the ring is drawn');
    expect(ring.radiusMm).toBeCloseTo(layout.keepOutM * 10, 9);
    expect(textOf(stationPlan(layout, words, printing))).toContain('2.9 m around the ball');
  });

  it('numbers everything in the order of laying', () => {
    const text = textOf(stationPlan(layoutFor('left'), words, printing));
    const order = ['1  Ball', '3  Peg on the line ahead', '6  Toe rod', '10  Foot of the gate rod'];
    const at = order.map((name) => text.indexOf(name));
    expect(at.every((i) => i >= 0)).toBe(true);
    expect(at).toEqual(at.toSorted((a, b) => a - b));
  });
});

describe('a plan with a string', () => {
  it('has it to scale on the far side, with both stakes in the order of laying and on paper', () => {
    for (const hand of ['right', 'left'] as const) {
      const sheet = stationPlan(layoutFor(hand, 'string'), words, printing);
      const scale = Number(/Scale 1 : ([\d.]+)/.exec(textOf(sheet))?.[1]);
      const [back, ahead] = named(sheet).get('string') ?? [];
      const toes = named(sheet).get('toe-rod')?.[0];
      const line = named(sheet).get('target-line')?.[0];
      if (!back || !ahead || !toes || !line) throw new Error('all of it is drawn');
      expect((back[1] - ahead[1]) * scale).toBeCloseTo(6000, 6);
      expect(Math.sign(back[0] - line[0])).toBe(-Math.sign(toes[0] - line[0]));
      expect(textOf(sheet)).toContain('the other stake');
      expect(ahead[1]).toBeGreaterThan(34);
      expect(back[1]).toBeLessThan(34 + 174);
    }
  });
});

describe('a gate', () => {
  it('says how far it leans, and how far up the rod the ball passes', () => {
    expect(textOf(stationPlan(layoutFor('right'), words, printing))).toMatch(
      /leans 10° away from the player. The ball passes it 611 mm above the ground, 621 mm up the rod/,
    );
  });

  it('that is flown over says so, and the plan still holds it', () => {
    const layout = layoutFor('right', 'rod', 15);
    const sheet = stationPlan(layout, words, printing);
    expect(textOf(sheet)).toMatch(/flies over the gate rod/);
    expect(named(sheet).get('gate-rod')?.[0]?.[1]).toBeGreaterThan(30);
  });
});

describe('a scale', () => {
  it.each([
    [0.9, 182, 5],
    [2, 100, 20],
    [5.1, 174, 30],
    [100, 100, 500],
  ])('for %s m in %s mm is the largest that fits, 1 : %s', (metres, millimetres, scale) => {
    expect(scaleFor(metres, millimetres)).toBe(scale);
  });
});

describe('a foot', () => {
  it('ends where the tape is held: at toe tip and heel, as wide as a shoe', () => {
    const outline = footOutline([10, 10], [40, 10], 10);
    expect(outline.map(([x]) => x)).toEqual([10, 40, 40, 10]);
    const ys = outline.map(([, y]) => y);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(9.5, 9);
  });
});
