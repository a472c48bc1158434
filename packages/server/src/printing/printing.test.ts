import { type PrintRequest } from '@lotrecht/records';
import { type Shape, type Sheet } from '@lotrecht/paper';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestApp, type TestApp } from '../test/test-app.ts';
import { measureText, toPdf } from './pdf.ts';
import { toSvgFile } from './svg-file.ts';
import { textRuns } from './text-runs.ts';

let app: TestApp;
beforeAll(async () => {
  app = await startTestApp();
});
afterAll(() => app.stop());

const LIMIT_BYTES = 300_000;
const POINTS_PER_MM = 72 / 25.4;

const text = (words: string): Shape => ({ kind: 'text', at: [10, 20], text: words, sizeMm: 5 });
const sheet = (shapes: readonly Shape[]): Sheet => ({ title: 'Sheet', widthMm: 210, heightMm: 297, shapes });

describe('a line of text', () => {
  const runs = (words: string) => textRuns(words, { bold: false, hasGlyph: (c) => c < 0x250 });

  it('keeps Latin with accents whole, and sets other scripts in the fonts that have them', () => {
    expect(runs('Šárka Zoë')).toEqual([{ text: 'Šárka Zoë', font: 'barlow', rightToLeft: false }]);
    expect(runs('Для Runa').map((r) => r.font)).toEqual(['noto', 'barlow']);
  });

  it('stands right-to-left names in reading order, the first name rightmost', () => {
    const [latin, ...others] = runs('For שרה עמר');
    expect(latin).toMatchObject({ text: 'For ', rightToLeft: false });
    expect(others).toEqual([{ text: 'שרה עמר', font: 'hebrew', rightToLeft: true }]);
    // Two scripts of one direction: the second stands to the left of the first.
    expect(runs('שרה عمر').map((r) => r.font)).toEqual(['arabic', 'hebrew']);
  });

  it('has the width that it will have on paper', () => {
    expect(measureText('mm', 4, false)).toBeCloseTo(2 * measureText('m', 4, false), 1);
    expect(measureText('Toes', 4, true)).toBeGreaterThan(measureText('Toes', 4, false));
    expect(measureText('', 4, false)).toBe(0);
  });
});

describe('a printed sheet', () => {
  it('is of its true size, with the ruler bar 100 mm in the PDF’s own units', async () => {
    const bar: Shape = {
      kind: 'path',
      places: [
        [14, 280],
        [114, 280],
      ],
      stroke: 'ink',
      widthMm: 0.3,
    };
    const pdf = (await toPdf(sheet([bar]), false)).toString('latin1');
    const box = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf);
    expect(Number(box?.[1]) / POINTS_PER_MM).toBeCloseTo(210, 1);
    expect(Number(box?.[2]) / POINTS_PER_MM).toBeCloseTo(297, 1);
    const scale = [...pdf.matchAll(/([\d.]+) 0 0 ([\d.]+) 0 0 cm/g)].map((m) => Number(m[1])).at(-1) ?? 0;
    const [from, to] = [...pdf.matchAll(/([\d.]+) ([\d.]+) [ml]\n/g)].map((m) => Number(m[1]));
    expect(Math.abs((((to ?? 0) - (from ?? 0)) * scale) / POINTS_PER_MM - 100)).toBeLessThan(0.1);
  });

  it('has its fonts in it and its text selectable, in every script', async () => {
    const pdf = (
      await toPdf(sheet([text('Zoë Šárka'), text('שרה'), text('عمر'), text('Привет')]), false)
    ).toString('latin1');
    expect(pdf.match(/\/FontFile2/g)).toHaveLength(4);
    expect(pdf.match(/\/ToUnicode/g)).toHaveLength(4);
    // The letters behind the glyphs: e with diaeresis, shin, ain.
    for (const letter of ['00eb', '05e9', '0639']) expect(pdf.toLowerCase()).toContain(letter);
  });

  it('carries its font as SVG too, and what was typed stays text', () => {
    const svg = toSvgFile(sheet([text('<b>&')]));
    expect(svg).toContain('@font-face');
    expect(svg).toContain('&lt;b&gt;&amp;');
    expect(svg).toContain('width="210mm"');
  });
});

describe('what the browser asks to be printed', () => {
  const words = { title: 'Station', ground: '7-iron', foot: 'Tarnside' };
  const requests: readonly PrintRequest[] = [
    {
      kind: 'station-plan',
      format: 'pdf',
      paper: 'a4',
      words,
      wish: {
        handedness: 'left',
        toesToBallM: 0.6,
        stanceM: 0.4,
        ballShare: 0.4,
        footWidthM: 0.1,
        shoeLengthM: 0.29,
        rodM: 1.22,
        slideAheadM: 0.4,
        markM: 0.4,
        gateM: 2,
        launchRad: 0.3,
        gateLeanRad: 0.17,
        line: 'string',
        sightFromM: 2.5,
        clubM: 0.95,
      },
    },
    {
      kind: 'footprints',
      format: 'pdf',
      paper: 'letter',
      words,
      wish: {
        handedness: 'right',
        leadGapM: 0.571,
        trailGapM: 0.602,
        toeBaseM: 0.45,
        leadAheadM: 0.2,
        shoeLengthM: 0.29,
        leadFlareRad: 0.3,
        trailFlareRad: 0,
      },
    },
    {
      kind: 'degree-card',
      format: 'pdf',
      paper: 'a4',
      wish: {
        firstName: 'שרה',
        handedness: 'right',
        methodName: 'All parallel',
        bases: [{ name: 'stance', lengthMm: 450, along: 'targetLine' }],
        lines: [{ line: 'toes', fromDeg: -2, toDeg: 2, baseMm: 450, along: 'targetLine' }],
        foot: 'Tarnside',
      },
    },
    { kind: 'partner-card', format: 'svg', paper: 'letter', wish: { handedness: 'left', foot: 'Tarnside' } },
  ];

  it.each(requests.map((r) => [r.kind, r] as const))(
    '%s comes as a file under 300 kB',
    async (_kind, request) => {
      const { client } = await app.signedIn(await app.academy('Printing'), 'instructor');
      const answer = await client.file('POST', '/api/print', request);
      expect(answer.status).toBe(200);
      expect(answer.type).toBe(request.format === 'pdf' ? 'application/pdf' : 'image/svg+xml');
      expect(answer.bytes.length).toBeGreaterThan(2_000);
      expect(answer.bytes.length).toBeLessThan(LIMIT_BYTES);
      if (request.format === 'pdf') expect(answer.bytes.subarray(0, 5).toString()).toBe('%PDF-');
    },
  );

  it('is refused with the path of what does not fit', async () => {
    const { client } = await app.signedIn(await app.academy('Refused'), 'instructor');
    const [first] = requests;
    const answer = await client.post('/api/print', { ...first, paper: 'papyrus' });
    expect(answer.status).toBe(422);
  });
});
