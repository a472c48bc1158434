import { type Ink, type Shape, type Sheet } from './shape.ts';

/** How a drawing becomes an SVG. */
export interface SvgStyle {
  /** The colour of an ink: a hex value on paper, a variable of the theme on screen. */
  readonly colour: (ink: Ink) => string;
  readonly fontFamily: string;
  /** Style rules that stand in the file, as the font itself. Default none. */
  readonly css?: string;
  /** What it shows, for who does not see it. */
  readonly label: string;
}

/** Ten thousandths of a millimetre: 0.01° is to be read from the coordinates. */
const DIGITS = 4;

/** Inks on white paper. */
export const PAPER_COLOURS: Readonly<Record<Ink, string>> = {
  ink: '#16201f',
  soft: '#4a5452',
  line: '#b9b3a3',
  paper: '#ffffff',
  twine: '#8a6420',
  now: '#b57a00',
  in: '#1d3f73',
  out: '#8a3415',
  ground: '#f1ede2',
  water: '#dfe8ec',
};

/**
 * A drawing as an SVG document of its true size, a unit to the millimetre.
 *
 * @example toSvg({ title: 'x', widthMm: 10, heightMm: 5, shapes: [] }, { colour: () => '#000', fontFamily: 'Barlow', label: 'x' }).length // 155
 */
export function toSvg(sheet: Sheet, { colour, fontFamily, css, label }: SvgStyle): string {
  const { widthMm, heightMm, shapes } = sheet;
  const style = css === undefined ? '' : `<style>${css}</style>`;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm"`,
    ` viewBox="0 0 ${widthMm} ${heightMm}" role="img" aria-label="${escaped(label)}" font-family="${escaped(fontFamily)}">`,
    style,
    ...shapes.map((shape) => shapeSvg(shape, colour)),
    '</svg>',
  ].join('');
}

function shapeSvg(shape: Shape, colour: (ink: Ink) => string): string {
  const name = shape.name === undefined ? '' : ` data-name="${escaped(shape.name)}"`;
  if (shape.kind === 'text') {
    const { at, text, sizeMm, bold, anchor = 'start', ink = 'ink' } = shape;
    const weight = bold === true ? ' font-weight="600"' : '';
    return `<text${name} x="${n(at[0])}" y="${n(at[1])}" font-size="${n(sizeMm)}"${weight} text-anchor="${anchor}" fill="${colour(ink)}" direction="ltr" unicode-bidi="plaintext">${escaped(text)}</text>`;
  }
  const paint = [
    ` fill="${shape.fill === undefined ? 'none' : colour(shape.fill)}"`,
    shape.stroke === undefined
      ? ''
      : ` stroke="${colour(shape.stroke)}" stroke-width="${n(shape.widthMm ?? 0.3)}"`,
    shape.dashMm === undefined ? '' : ` stroke-dasharray="${shape.dashMm.map(n).join(' ')}"`,
  ].join('');
  if (shape.kind === 'circle') {
    return `<circle${name} cx="${n(shape.at[0])}" cy="${n(shape.at[1])}" r="${n(shape.radiusMm)}"${paint}/>`;
  }
  const points = shape.places.map(([x, y]) => `${n(x)},${n(y)}`).join(' ');
  return `<${shape.closed === true ? 'polygon' : 'polyline'}${name} points="${points}"${paint} stroke-linecap="round" stroke-linejoin="round"/>`;
}

function n(value: number): string {
  return String(Number(value.toFixed(DIGITS)));
}

const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

/** Characters that XML has no place for, whichever way they are written. */
const NOT_XML = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F-\u009F\uFFFE\uFFFF]|\p{Surrogate}/gu;

/** Whatever was typed stays text. */
function escaped(text: string): string {
  return text.replaceAll(NOT_XML, '\uFFFD').replaceAll(/[&<>"']/g, (c) => ENTITIES[c] ?? c);
}
