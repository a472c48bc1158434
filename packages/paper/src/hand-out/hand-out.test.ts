import { describe, expect, it } from 'vitest';
import { checkWith, handOutOn, printing, svgOf, textOf } from '../test/samples.ts';
import { boardDrawing } from './board.ts';
import { drillOf, ORDER_DRILL } from '../practice/drills.ts';

describe('a hand-out', () => {
  it('has one priority with move and feel, drill and dose, and cautions', () => {
    const text = textOf(handOutOn(printing));
    expect(text).toContain('Toes first: aiming 10 m right (3.9° closed).');
    expect(text).toContain('Trail toe 30 mm toward the line.');
    expect(text).toMatch(/aimed 10 m left/);
    expect(text).toContain('Rod along the toes');
    expect(text).toMatch(/a licensed clinician decides/);
  });

  it('has no degrees in a junior’s, and sends them to a grown-up', () => {
    const text = textOf(handOutOn(printing, { junior: true }));
    expect(text).toContain('Toes first: aiming 10 m right.');
    expect(text).toContain('Toes: turned right.');
    expect(text).not.toMatch(/\d°/);
    expect(text).toContain('Ask a grown-up');
  });

  it('keeps what was typed as text', () => {
    const svg = svgOf(handOutOn(printing, { firstName: '<script>"&', own: '</svg>' }));
    expect(svg).toContain('For &lt;script&gt;&quot;&amp;');
    expect(svg).not.toContain('<script');
    expect(svg.match(/<\/svg>/g)).toHaveLength(1);
  });

  it('says to keep it where nothing stood out', () => {
    const fine = checkWith({
      observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 571, baseMm: 450 }],
    });
    expect(textOf(handOutOn(printing, fine))).toContain('Keep it as it is. Nothing stood out.');
  });

  it('has the instructor’s own priority before what came first, and their own dose', () => {
    const both = checkWith({
      observations: [
        { line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 },
        {
          line: 'hips',
          by: 'gaps',
          leadGapMm: 500,
          trailGapMm: 580,
          baseMm: 1000,
          baseAlong: 'rod',
          rod: true,
        },
      ],
    });
    const text = textOf(handOutOn(printing, { ...both, record: { priority: 'hips' }, dose: 'Twice a day.' }));
    expect(text).toContain('Hips first');
    expect(text).toMatch(/Turn the hips to the left/);
    expect(text).toContain('Twice a day.');
    expect(text).not.toContain('four weeks');
  });

  it('has the order before any line where that is the one thing, in a junior’s too', () => {
    const record = { routineFirst: { step: 'Stance', before: 'Face' } };
    for (const junior of [false, true]) {
      const text = textOf(handOutOn(printing, { record, junior }));
      expect(text).toContain('The order first: face before stance.');
      expect(text).not.toContain('Toes first');
    }
    expect(drillOf(ORDER_DRILL).name).toBe('Walk in by the order, aloud');
  });

  it('does without a picture where no target was noted', () => {
    const text = textOf(handOutOn(printing, { sight: null }));
    expect(text).not.toContain('from your eyes');
    expect(text).toContain('Rod along the toes');
  });
});

describe('the board on paper', () => {
  it('draws what is out with broken lines and what is in with whole ones', () => {
    const { document, result } = checkWith({
      observations: [
        { line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 },
        { line: 'heels', by: 'gaps', leadGapMm: 860, trailGapMm: 860, baseMm: 420 },
      ],
    });
    const { shapes, widthMm, heightMm } = boardDrawing(document, result);
    const line = (name: string) => shapes.find((s) => s.name === name);
    expect(line('toes')).toMatchObject({ stroke: 'out', dashMm: [2.4, 1.2] });
    expect(line('heels')).not.toHaveProperty('dashMm');
    for (const shape of shapes) {
      for (const [x, y] of shape.kind === 'path' ? shape.places : [shape.at]) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(widthMm);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(heightMm);
      }
    }
  });
});
