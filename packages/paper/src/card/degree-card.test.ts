import { describe, expect, it } from 'vitest';
import { named, printing, textOf } from '../test/samples.ts';
import { type CardWish, degreeCard, degreesOf, millimetresOf } from './degree-card.ts';

describe('millimetres on a card', () => {
  it.each(['targetLine', 'rod'] as const)('go to degrees and back, along the %s', (along) => {
    for (const mm of [1, 10, 31, 80]) {
      const base = { lengthMm: 450, along };
      expect(millimetresOf(degreesOf(mm, base), base)).toBeCloseTo(mm, 9);
    }
    expect(degreesOf(31, { lengthMm: 450, along: 'targetLine' })).toBeCloseTo(3.94, 2);
  });
});

describe('a degree card', () => {
  const wish: CardWish = {
    firstName: 'Ilse',
    handedness: 'left',
    methodName: 'All parallel',
    bases: [
      { name: 'stance', lengthMm: 450, along: 'targetLine' },
      { name: 'face', lengthMm: 75, along: 'targetLine' },
    ],
    lines: [
      { line: 'face', fromDeg: -1.5, toDeg: 1.5, baseMm: 75, along: 'targetLine' },
      { line: 'toes', fromDeg: -2, toDeg: 2, baseMm: 450, along: 'targetLine' },
    ],
    foot: 'Tarnside',
  };

  it('is of pocket size, and says the limits in millimetres of the student’s own lengths', () => {
    const sheet = degreeCard(wish, printing);
    const [a, , c] = named(sheet).get('card') ?? [];
    if (!a || !c) throw new Error('the card has a frame');
    expect([c[0] - a[0], c[1] - a[1]]).toEqual([105, 148]);
    const text = textOf(sheet);
    expect(text).toContain('Ilse, left-handed');
    expect(text).toContain('−16 +16 mm over 450');
    expect(text).toContain('−2 +2 mm over 75');
  });

  it('has room to write for every line that the method reads, inside the card', () => {
    const every = ['face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'] as const;
    const lines = every.map((line) => ({
      line,
      fromDeg: -2,
      toDeg: 2,
      baseMm: 450,
      along: 'targetLine' as const,
    }));
    const sheet = degreeCard({ ...wish, lines }, printing);
    const frame = named(sheet).get('card') ?? [];
    const [bottom, right] = [Math.max(...frame.map(([, y]) => y)), Math.max(...frame.map(([x]) => x))];
    const written = sheet.shapes.filter((s) => s.kind === 'text' && /^(lead|trail|heel|toe)$/.test(s.text));
    expect(written.length).toBe(14);
    for (const shape of written) {
      if (shape.kind !== 'text') continue;
      expect(shape.at[1]).toBeLessThan(bottom);
      expect(shape.at[0]).toBeLessThan(right);
    }
    const rules = sheet.shapes.flatMap((s) => (s.kind === 'path' && s.name === undefined ? s.places : []));
    expect(Math.max(...rules.map(([, y]) => y).filter((y) => y < 250))).toBeLessThan(bottom - 3);
  });

  it('says no angle that is a slip rather than a set-up', () => {
    const angles = [...textOf(degreeCard(wish, printing)).matchAll(/([\d.]+)°/g)].map((m) => Number(m[1]));
    expect(angles.length).toBeGreaterThan(10);
    expect(Math.max(...angles)).toBeLessThanOrEqual(45);
  });
});
