import { type Measure, type Shape, type Sheet } from './shape.ts';

/** What a sheet is printed on. */
export type PaperSize = 'a4' | 'letter';

/** mm. */
export const PAPER_MM: Readonly<Record<PaperSize, readonly [width: number, height: number]>> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
};

/** What every printed sheet needs to know. */
export interface Printing {
  readonly paper: PaperSize;
  readonly measure: Measure;
}

export const MARGIN_MM = 14;
const BAR_MM = 100;

/** A bar of 100 mm to hold a ruler against: a printer that scales is found out. */
export function rulerBar(xMm: number, yMm: number): readonly Shape[] {
  const ticks = Array.from({ length: 11 }, (_, i): Shape => {
    const x = xMm + i * 10;
    return {
      kind: 'path',
      places: [
        [x, yMm],
        [x, yMm - (i % 5 === 0 ? 3 : 1.8)],
      ],
      stroke: 'ink',
      widthMm: 0.2,
    };
  });
  return [
    {
      kind: 'path',
      name: 'ruler-bar',
      places: [
        [xMm, yMm],
        [xMm + BAR_MM, yMm],
      ],
      stroke: 'ink',
      widthMm: 0.3,
    },
    ...ticks,
    {
      kind: 'text',
      at: [xMm + BAR_MM + 3, yMm],
      text: '100 mm. Print at 100 %; hold a ruler here.',
      sizeMm: 2.8,
      ink: 'soft',
    },
  ];
}

/** A page with its title, and the ruler bar and the sender at the foot. */
export function page(
  { paper }: Printing,
  {
    title,
    foot,
    shapes,
  }: { readonly title: string; readonly foot: string; readonly shapes: readonly Shape[] },
): Sheet {
  const [widthMm, heightMm] = PAPER_MM[paper];
  return {
    title,
    widthMm,
    heightMm,
    shapes: [
      ...shapes,
      ...rulerBar(MARGIN_MM, heightMm - MARGIN_MM),
      {
        kind: 'text',
        at: [widthMm - MARGIN_MM, heightMm - MARGIN_MM + 5],
        text: foot,
        sizeMm: 2.6,
        anchor: 'end',
        ink: 'soft',
      },
    ],
  };
}
