import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { PAPER_COLOURS, type Sheet, toSvg } from '@lotrecht/paper';

const require = createRequire(import.meta.url);

const FACES = [
  ['400', '@fontsource/barlow/files/barlow-latin-400-normal.woff2'],
  ['400', '@fontsource/barlow/files/barlow-latin-ext-400-normal.woff2'],
  ['600', '@fontsource/barlow/files/barlow-latin-600-normal.woff2'],
  ['600', '@fontsource/barlow/files/barlow-latin-ext-600-normal.woff2'],
] as const;
const RANGES = ['U+0000-00FF,U+2000-206F,U+2122,U+2190-2193,U+2212', 'U+0100-02BA,U+1E00-1E9F,U+1EF2-1EFF'];

let css: string | undefined;

/** The file carries its font: it looks the same on a machine that has none. */
function fontCss(): string {
  return (css ??= FACES.map(([weight, file], i) => {
    const data = readFileSync(require.resolve(file)).toString('base64');
    return `@font-face{font-family:Barlow;font-weight:${weight};src:url(data:font/woff2;base64,${data}) format("woff2");unicode-range:${RANGES[i % 2] ?? ''}}`;
  }).join(''));
}

/** A sheet as an SVG file of its true size. */
export function toSvgFile(sheet: Sheet): string {
  return toSvg(sheet, {
    colour: (ink) => PAPER_COLOURS[ink],
    fontFamily: 'Barlow, sans-serif',
    css: fontCss(),
    label: sheet.title,
  });
}
