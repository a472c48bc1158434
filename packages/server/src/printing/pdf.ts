import { createRequire } from 'node:module';
import { type Measure, PAPER_COLOURS, type Shape, type Sheet } from '@lotrecht/paper';
import PDFDocument from 'pdfkit';
import { type FontName, type TextRun, textRuns } from './text-runs.ts';

const require = createRequire(import.meta.url);
const POINTS_PER_MM = 72 / 25.4;

/** Shipped with the packages named here; nothing is fetched. */
const FONT_FILES: Readonly<Record<FontName, string>> = {
  barlow: '@expo-google-fonts/barlow/400Regular/Barlow_400Regular.ttf',
  'barlow-bold': '@expo-google-fonts/barlow/600SemiBold/Barlow_600SemiBold.ttf',
  noto: '@expo-google-fonts/noto-sans/400Regular/NotoSans_400Regular.ttf',
  'noto-bold': '@expo-google-fonts/noto-sans/600SemiBold/NotoSans_600SemiBold.ttf',
  hebrew: '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf',
  arabic: '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf',
};

/** What a font of the PDF library knows of its letters; its types leave it out. */
interface OpenFont {
  readonly font: { hasGlyphForCodePoint(codePoint: number): boolean };
}

/** The whole line is laid out at once: word by word a right-to-left line would come out in the wrong order. */
const WHOLE_LINE = { lineBreak: false, features: [] };

/** A document with the shipped fonts, that sets lines of mixed scripts. */
class Setting {
  readonly document: PDFKit.PDFDocument;

  constructor(size: readonly [number, number], compress: boolean, title: string) {
    this.document = new PDFDocument({
      size: [size[0] * POINTS_PER_MM, size[1] * POINTS_PER_MM],
      margin: 0,
      compress,
      info: { Title: title, Producer: 'Lotrecht', Creator: 'Lotrecht' },
      lang: 'en',
    });
    for (const [name, file] of Object.entries(FONT_FILES))
      this.document.registerFont(name, require.resolve(file));
  }

  runs(text: string, bold: boolean): readonly TextRun[] {
    this.document.font(bold ? 'barlow-bold' : 'barlow');
    const { font } = (this.document as unknown as { _font: OpenFont })._font;
    return textRuns(text, { bold, hasGlyph: (codePoint) => font.hasGlyphForCodePoint(codePoint) });
  }

  widthMm(run: TextRun, sizeMm: number): number {
    this.document.font(run.font).fontSize(sizeMm * POINTS_PER_MM);
    return this.document.widthOfString(run.text, WHOLE_LINE as PDFKit.Mixins.TextOptions) / POINTS_PER_MM;
  }
}

let measuring: Setting | undefined;

/** Width of a line in the font it will be printed in, mm. */
export const measureText: Measure = (text, sizeMm, bold) => {
  const setting = (measuring ??= new Setting([10, 10], false, ''));
  return setting.runs(text, bold).reduce((sum, run) => sum + setting.widthMm(run, sizeMm), 0);
};

/**
 * A sheet as a PDF of its true size, with its fonts in it and its text selectable.
 *
 * @param compress off where a test reads the drawing's own numbers. Default true.
 */
export function toPdf(sheet: Sheet, compress = true): Promise<Buffer> {
  const setting = new Setting([sheet.widthMm, sheet.heightMm], compress, sheet.title);
  const { document } = setting;
  const parts: Buffer[] = [];
  const whole = new Promise<Buffer>((resolve, reject) => {
    document.on('data', (part: Buffer) => parts.push(part));
    document.once('end', () => resolve(Buffer.concat(parts)));
    document.once('error', reject);
  });
  document.scale(POINTS_PER_MM);
  for (const shape of sheet.shapes) drawShape(setting, shape);
  document.end();
  return whole;
}

function drawShape(setting: Setting, shape: Shape): void {
  const { document } = setting;
  if (shape.kind === 'text') {
    drawText(setting, shape);
    return;
  }
  document.save();
  if (shape.kind === 'circle') document.circle(shape.at[0], shape.at[1], shape.radiusMm);
  else {
    const [first, ...others] = shape.places;
    if (first !== undefined) document.moveTo(first[0], first[1]);
    for (const [x, y] of others) document.lineTo(x, y);
    if (shape.closed === true) document.closePath();
  }
  if (shape.dashMm !== undefined) document.dash(shape.dashMm[0] ?? 1, { space: shape.dashMm[1] ?? 1 });
  document
    .lineWidth(shape.widthMm ?? 0.3)
    .lineCap('round')
    .lineJoin('round');
  const [fill, stroke] = [shape.fill, shape.stroke].map((ink) =>
    ink === undefined ? undefined : PAPER_COLOURS[ink],
  );
  if (fill !== undefined && stroke !== undefined) document.fillAndStroke(fill, stroke);
  else if (fill !== undefined) document.fill(fill);
  else if (stroke !== undefined) document.stroke(stroke);
  document.restore();
}

function drawText(setting: Setting, shape: Extract<Shape, { kind: 'text' }>): void {
  const { document } = setting;
  const runs = setting.runs(shape.text, shape.bold === true);
  const widths = runs.map((run) => setting.widthMm(run, shape.sizeMm));
  const whole = widths.reduce((sum, w) => sum + w, 0);
  const anchor = shape.anchor ?? 'start';
  let x = shape.at[0] - (anchor === 'middle' ? whole / 2 : anchor === 'end' ? whole : 0);
  document.fillColor(PAPER_COLOURS[shape.ink ?? 'ink']);
  for (const [i, run] of runs.entries()) {
    document.font(run.font).fontSize(shape.sizeMm);
    document.text(run.text, x, shape.at[1], {
      ...WHOLE_LINE,
      baseline: 'alphabetic',
    } as unknown as PDFKit.Mixins.TextOptions);
    x += widths[i] ?? 0;
  }
}
